import { z } from 'zod';
import { extentSchema } from '../runs/run';
import { idText } from '../shared/fields';
import { partsShape } from './plan-view';

/** Two to four plans side by side, all priced alike. */
export const compareRequest = z.strictObject({
  planIds: z.array(z.string().min(1).max(120)).min(1).max(4),
  extent: extentSchema,
  /** By whose prices; by those of the first draft where none is said. */
  playbookVersionId: idText.nullable().default(null),
});

const at = z.strictObject({
  personId: z.string(),
  person: z.string(),
  date: z.string(),
  startAt: z.number(),
});
const plan = z.strictObject({
  id: z.string(),
  name: z.string(),
  playbook: z.string(),
  runId: z.string().nullable(),
  status: z.string(),
  parts: partsShape,
  violations: z.int(),
  visits: z.int(),
  /** Days on which somebody is out. */
  days: z.int(),
  /** Share of the windows that are kept on simulated days, all of them and the least likely; null where none is promised. */
  chance: z.strictObject({ mean: z.number(), allKept: z.number() }).nullable(),
  /** Minutes late of every visit that misses its window. */
  lateMin: z.array(z.int()),
  people: z.array(
    z.strictObject({
      personId: z.string(),
      workSec: z.number(),
      travelSec: z.number(),
      overtimeSec: z.number(),
      days: z.int(),
    }),
  ),
  /** Every day on which somebody is out: what is driven against what is worked at sites. */
  outings: z.array(
    z.strictObject({ personId: z.string(), date: z.string(), onSiteSec: z.number(), travelSec: z.number() }),
  ),
  /** Planned and worked seconds by day and home territory. */
  used: z.array(
    z.strictObject({
      date: z.string(),
      territoryId: z.string(),
      plannedSec: z.number(),
      workedSec: z.number(),
    }),
  ),
});
export type ComparedPlan = z.infer<typeof plan>;

const differing = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  what: z.string(),
  territoryId: z.string(),
  /** Where each plan has it; empty where it is loose. */
  at: z.array(z.array(at)),
  /** What its place costs in each plan, micros; of a loose end, leaving it. */
  price: z.array(z.number()),
});
export type DifferingVisit = z.infer<typeof differing>;

export const compared = z.strictObject({
  extent: extentSchema,
  playbook: z.strictObject({ id: z.string(), name: z.string(), version: z.int() }),
  territories: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  people: z.array(z.strictObject({ id: z.string(), name: z.string(), weekMostMin: z.number().nullable() })),
  plans: z.array(plan),
  differing: z.array(differing),
  /** Visits that differ beyond those that are listed. */
  more: z.int(),
});
export type Compared = z.infer<typeof compared>;

/** All drafts of an extent by the same prices: for the picture of what costs what. */
export const tradeOff = z.array(z.strictObject({ id: z.string(), name: z.string(), parts: partsShape }));
