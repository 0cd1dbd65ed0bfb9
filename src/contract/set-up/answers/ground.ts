import { z } from 'zod';
import { distinct, idText, nameText } from '../../shared/fields';
import { territory } from '../places';

const corner = z.tuple([z.number(), z.number()]);
const placed = z.strictObject({ id: z.string(), name: z.string(), lat: z.number(), lon: z.number() });

/** Territories on the map, with what lies in them and what is wrong between them. */
export const groundView = z.strictObject({
  territories: z.array(
    z.strictObject({
      id: z.string(),
      version: z.int(),
      name: z.string(),
      zone: z.string(),
      outline: z.array(corner),
      mayChange: z.boolean(),
      people: z.int(),
      sites: z.int(),
      depots: z.int(),
      visits: z.int(),
      hours: z.number(),
      areaKm2: z.number(),
    }),
  ),
  depots: z.array(placed),
  people: z.array(placed),
  sites: z.array(placed.extend({ territoryId: z.string().nullable(), isInside: z.boolean() })),
  overlaps: z.array(z.strictObject({ a: z.string(), b: z.string(), areaKm2: z.number() })),
  /** Ground that territories enclose and none has: rings of [longitude, latitude]. */
  gaps: z.array(z.strictObject({ ring: z.array(corner), areaKm2: z.number() })),
});
export type GroundView = z.infer<typeof groundView>;

/** Outlines as they are to become; new ones have no id yet. */
export const outlinesEdit = z.strictObject({
  outlines: z
    .array(
      z.strictObject({
        id: idText.nullable(),
        version: z.int().min(1).nullable(),
        name: nameText,
        outline: territory.schema.shape.outline,
      }),
    )
    .min(1)
    .max(100)
    .superRefine(distinct((o) => o.name.toLowerCase())),
  /** Whether sites go to the territory that they lie in afterwards. */
  handOver: z.boolean(),
});
export type OutlinesEdit = z.infer<typeof outlinesEdit>;

/** What would follow from outlines before they are saved. */
export const outlinesEffect = z.strictObject({
  /** Sites that lie in another territory than they were given. */
  toHandOver: z.array(
    z.strictObject({ id: z.string(), name: z.string(), from: z.string().nullable(), to: z.string() }),
  ),
  /** Open visits of theirs, in the next days. */
  visits: z.int(),
  outside: z.int(),
});
export type OutlinesEffect = z.infer<typeof outlinesEffect>;
