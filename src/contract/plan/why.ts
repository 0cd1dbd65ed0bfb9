import { z } from 'zod';
import { RULE_CODES } from '@/core/index';
import { partsShape } from './plan-view';

const rule = z.enum([...RULE_CODES, 'room']);
const place = z.strictObject({
  spots: z.array(z.strictObject({ personId: z.string(), person: z.string(), date: z.string() })),
  startAt: z.number(),
  /** Change of the whole plan's price and measures against the plan as it is. */
  price: z.number(),
  change: partsShape,
  /** Others that begin more than a quarter of an hour earlier or later. */
  moved: z.int(),
});

/** Why a visit is where it is, or nowhere: who could, where else, at what price. */
export const visitWhy = z.strictObject({
  isLoose: z.boolean(),
  /** What leaving it loose costs, micros. */
  loosePrice: z.number(),
  chance: z.number().nullable(),
  shifts: z.int(),
  steps: z.array(
    z.strictObject({
      rule,
      removed: z.int(),
      alone: z.int(),
      who: z.array(z.strictObject({ personId: z.string(), person: z.string(), dates: z.array(z.string()) })),
    }),
  ),
  left: z.int(),
  places: z.array(place),
});
export type VisitWhy = z.infer<typeof visitWhy>;

/** Why somebody has so little or so much. */
export const personWhy = z.strictObject({
  plannedSec: z.number(),
  workedSec: z.number(),
  /** Planned over worked time of everybody in the extent. */
  usualShare: z.number(),
  days: z.int(),
  daysOut: z.int(),
  openToPlanning: z.boolean(),
  loose: z.int(),
  /** Loose ends that they could do on an empty day. */
  possible: z.int(),
  /** Of the others, the rule that stops most of them first. */
  stopped: z.array(z.strictObject({ rule, count: z.int() })),
  /** Work in the extent that they could do, and how much of it others have. */
  could: z.int(),
  couldByOthers: z.int(),
});
export type PersonWhy = z.infer<typeof personWhy>;
