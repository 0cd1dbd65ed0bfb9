'use client';

import L, { type LatLngTuple } from 'leaflet';
import { CircleMarker, MapContainer, Marker, Polyline, Tooltip, useMapEvents } from 'react-leaflet';
import type { RoadsView } from '@/contract/set-up/answers/roads';
import type { LatLon } from '@/core/index';
import { colourOf, cornersOf, Ground } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import { Graticule } from '../ground/Graticule';
import ground from '../ground/Ground.module.css';
import css from './Roads.module.css';

interface Props {
  readonly ends: readonly LatLon[];
  readonly way: readonly (readonly [number, number])[];
  readonly far: RoadsView['far'];
  readonly onPick: (at: LatLon) => void;
}

const round = (x: number): number => Math.round(x * 1e6) / 1e6;

function Picks({ onPick }: Pick<Props, 'onPick'>) {
  useMapEvents({ click: (e) => onPick({ lat: round(e.latlng.lat), lon: round(e.latlng.lng) }) });
  return null;
}

/** The network with a trial leg along it, and the places that lie far from it. */
export default function RoadsMap({ ends, way, far, onPick }: Props) {
  const base = useBaseMap();
  if (base.data === undefined) return <p className={ground.note}>Drawing the map …</p>;
  const corners = base.data ? cornersOf(base.data) : [];
  const plum = colourOf('--plum');
  return (
    <MapContainer
      key={base.data?.name}
      bounds={corners.length > 0 ? L.latLngBounds(corners) : L.latLngBounds([-50, -120], [60, 140])}
      className={ground.map ?? ''}
      preferCanvas
      attributionControl={false}
      zoomSnap={0.25}
      minZoom={2}
      maxZoom={17}
    >
      {base.data ? <Ground base={base.data} /> : <Graticule />}
      <Picks onPick={onPick} />
      {far.map((p) => (
        <CircleMarker
          key={`${p.kind} ${p.id}`}
          center={[p.lat, p.lon]}
          radius={5}
          pathOptions={{ color: plum, weight: 2, fill: false }}
        >
          <Tooltip>
            {p.name}, {p.m} m from a road
          </Tooltip>
        </CircleMarker>
      ))}
      <Polyline
        positions={way.map((p): LatLngTuple => [p[0], p[1]])}
        interactive={false}
        pathOptions={{ color: colourOf('--leaf'), weight: 4 }}
      />
      {ends.map((p, i) => (
        <Marker
          key={i === 0 ? 'from' : 'to'}
          position={[p.lat, p.lon]}
          interactive={false}
          keyboard={false}
          alt={i === 0 ? 'Beginning of the leg' : 'End of the leg'}
          icon={L.divIcon({ className: css.end ?? '', html: '', iconSize: [12, 12] })}
        />
      ))}
    </MapContainer>
  );
}
