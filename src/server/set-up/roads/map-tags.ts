import type { RoadClass } from '@/core/index';

export type Tags = Readonly<Record<string, string>>;

/** What a way is driven as. */
export interface Driven {
  readonly roadClass: RoadClass;
  readonly oneWay: boolean;
  /** Driven against the direction in which it was drawn. */
  readonly isReversed: boolean;
  readonly mostKmh: number | null;
}

/** Values of `highway` that vans drive on; a link is as fast as what it leads to. */
const CLASS_OF: Readonly<Record<string, RoadClass>> = {
  motorway: 'motorway',
  trunk: 'trunk',
  primary: 'main',
  secondary: 'secondary',
  tertiary: 'rural',
  unclassified: 'rural',
  road: 'rural',
  residential: 'town',
  living_street: 'town',
  service: 'service',
};
export const HIGHWAY_OF: Readonly<Record<Exclude<RoadClass, 'ferry'>, string>> = {
  motorway: 'motorway',
  trunk: 'trunk',
  main: 'primary',
  secondary: 'secondary',
  rural: 'unclassified',
  town: 'residential',
  service: 'service',
  causeway: 'primary',
};

const CLOSED = new Set(['no', 'private', 'agricultural', 'forestry', 'military']);
const KMH_A_MILE = 1.609344;
const WALKING_KMH = 7;

/** Limits as they are written: `50`, `30 mph`, `walk`, `AT:urban`; null where there is none, or none that is known. */
export function limitOf(text: string | undefined): number | null {
  if (!text) return null;
  if (text === 'walk') return WALKING_KMH;
  if (text.endsWith(':urban')) return 50;
  if (text.endsWith(':living_street')) return WALKING_KMH;
  const number = /^(\d+(?:\.\d+)?)(?: ?(mph|km\/h|kmh|knots))?$/.exec(text.trim());
  if (!number) return null;
  const kmh = Number(number[1]) * (number[2] === 'mph' ? KMH_A_MILE : number[2] === 'knots' ? 1.852 : 1);
  return kmh >= 1 && kmh <= 300 ? Math.round(kmh * 10) / 10 : null;
}

/** How a way with these tags is driven; null where vans do not drive on it. */
export function drivenAs(tags: Tags): Driven | null {
  if (tags.area === 'yes') return null;
  if (CLOSED.has(tags.motorcar ?? tags.motor_vehicle ?? tags.vehicle ?? tags.access ?? '')) return null;
  const kind = (tags.highway ?? '').replace(/_link$/, '');
  const known = tags.route === 'ferry' && !tags.highway ? 'ferry' : CLASS_OF[kind];
  if (!known) return null;
  const roadClass = known === 'main' && tags.embankment === 'yes' ? 'causeway' : known;
  const isRound = tags.junction === 'roundabout' || tags.junction === 'circular';
  const isReversed = tags.oneway === '-1' || tags.oneway === 'reverse';
  const said = tags.oneway === 'yes' || tags.oneway === 'true' || tags.oneway === '1';
  const oneWay = said || isReversed || ((isRound || kind === 'motorway') && tags.oneway !== 'no');
  return { roadClass, oneWay, isReversed, mostKmh: limitOf(tags.maxspeed) };
}

/** How far the name of a place reaches, in km, by what kind of place it is; null where it is none that has a name. */
export function placeRadiusKm(tags: Tags): number | null {
  const given = Number(tags['lime:radius_km']);
  if (tags.place && given > 0 && given < 100) return given;
  const radii: Readonly<Record<string, number>> = { city: 4, town: 1.6, village: 0.8 };
  return radii[tags.place ?? ''] ?? null;
}
