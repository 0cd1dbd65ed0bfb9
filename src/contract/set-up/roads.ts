import { z } from 'zod';
import { ROAD_CLASSES, type RoadClass } from '@/core/index';
import { count, lat, lon, maybeInstant, nameText, zone } from '../shared/fields';
import { defineObject } from '../shared/object';

const byClass = (least: number, most: number) =>
  z
    .strictObject(
      Object.fromEntries(ROAD_CLASSES.map((c) => [c, z.number().min(least).max(most).nullish()])) as Record<
        RoadClass,
        z.ZodOptional<z.ZodNullable<z.ZodNumber>>
      >,
    )
    .default({});

/** From a minute of the local day on, speeds in percent of the usual ones; classes that are not named go as usual. */
const period = z.strictObject({ fromMin: count(0, 1439), speeds: byClass(5, 300) });

/** How a road network is driven. What lies where comes out of a file and does not change. */
export const roadSettings = defineObject({
  name: 'roads',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    /** By whose clock the hours of the day are meant. */
    zone: zone.default('UTC'),
    /** km/h on each class where it is not the usual speed. */
    speedsKmh: byClass(1, 200),
    periods: z
      .array(period)
      .max(24)
      .superRefine((list, context) => {
        for (const [i, p] of list.entries()) {
          if (i === 0 && p.fromMin !== 0)
            context.addIssue({
              code: 'custom',
              path: [0, 'fromMin'],
              params: { code: 'from-midnight' },
            });
          if (i > 0 && p.fromMin <= list[i - 1]!.fromMin)
            context.addIssue({ code: 'custom', path: [i, 'fromMin'], params: { code: 'not-ascending' } });
        }
      })
      .default([]),
  }),
});

/** Roads that nobody gets through for as long as it stands: all that come so near to a point. */
export const closure = defineObject({
  name: 'closures',
  title: 'note',
  search: ['note'],
  scope: 'company',
  schema: z.strictObject({
    lat,
    lon,
    radiusM: count(10, 5000).default(100),
    /** What it is and where, as people call it. */
    note: nameText,
    /** When it is open again by itself; null until somebody opens it. */
    opensAt: maybeInstant,
  }),
});
