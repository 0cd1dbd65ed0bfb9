import type { RoadClass } from '@/core/index';

/** Classes of road as people call them. */
export const ROAD_CLASS_WORDS: Readonly<Record<RoadClass, string>> = {
  motorway: 'motorways',
  trunk: 'trunk roads',
  main: 'main roads',
  secondary: 'secondary roads',
  rural: 'country roads',
  town: 'streets in town',
  service: 'service roads',
  causeway: 'causeways',
  ferry: 'ferries',
};
