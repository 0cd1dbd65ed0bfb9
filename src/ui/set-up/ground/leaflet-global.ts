import L from 'leaflet';

/** The drawing library looks for Leaflet where scripts of old left it: this has to come before it. */
(globalThis as { L?: typeof L }).L = L;
