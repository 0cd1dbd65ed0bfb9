import { z } from 'zod';
import { lat, lon, nameText, zone } from '../../shared/fields';

/** What was found in a file of roads. */
export const roadsFound = z.strictObject({
  junctions: z.int(),
  km: z.number(),
  kmByClass: z.record(z.string(), z.number()),
  /** Roads that cannot be reached from the rest and left again: they are left out. */
  cutOff: z.strictObject({ roads: z.int(), km: z.number() }),
  /** Points that ways name and the file does not hold. */
  missing: z.int(),
});
export type RoadsFound = z.infer<typeof roadsFound>;

const problem = z.strictObject({
  path: z.string(),
  code: z.string(),
  facts: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])),
});

/** A file of roads on its way in. */
export const roadsImport = z.strictObject({
  id: z.string(),
  fileName: z.string(),
  status: z.enum(['checking', 'checked', 'done', 'failed']),
  found: roadsFound.nullable(),
  problems: z.array(problem),
});
export type RoadsImport = z.infer<typeof roadsImport>;

/** What to make of a file that was read. */
export const bringRoads = z.strictObject({
  name: nameText,
  zone,
  /** Drive on it from now on. */
  use: z.boolean(),
});

const farPlace = z.strictObject({
  kind: z.enum(['sites', 'depots', 'technicians']),
  id: z.string(),
  name: z.string(),
  m: z.int(),
  lat: z.number(),
  lon: z.number(),
});

/** Where travel comes from. */
export const roadsView = z.strictObject({
  networks: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      zone: z.string(),
      found: roadsFound.nullable(),
      periods: z.int(),
    }),
  ),
  /** The one that is driven on; null are straight lines. */
  inUse: z.string().nullable(),
  straight: z.strictObject({ factor: z.number(), kmh: z.number() }),
  /** Places further from a road than the given metres, furthest first. */
  farM: z.int(),
  far: z.array(farPlace),
  farCount: z.int(),
});
export type RoadsView = z.infer<typeof roadsView>;

const point = z
  .string()
  .transform((text) => text.split(',').map(Number))
  .pipe(z.tuple([lat, lon]))
  .transform(([la, lo]) => ({ lat: la, lon: lo }));
export const legRequest = z.strictObject({ from: point, to: point });

/** A leg as it would be driven at each of the day's speeds. */
export const legView = z.strictObject({
  m: z.int(),
  sec: z.int(),
  byHour: z.array(z.strictObject({ fromMin: z.int(), sec: z.int() })),
  way: z.array(z.tuple([z.number(), z.number()])),
  /** How far the ends lie from the nearest road. */
  fromRoadM: z.int(),
  toRoadM: z.int(),
});
export type LegView = z.infer<typeof legView>;
