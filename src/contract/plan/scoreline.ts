import { z } from 'zod';

/** What the scoreline tells beside the figures: chances, and how the last runs of the extent came out. */
export const scorelineMore = z.strictObject({
  /** Mean chance that a promised window is kept; null where none is promised. */
  chance: z.number().nullable(),
  /** Of every visit with a promised window the share of simulated days on which it is kept, least likely first. */
  chances: z.array(z.tuple([z.string(), z.number()])),
  /** What this plan's playbook asks for a start close to its window's end; both are nought where it asks nothing. */
  margin: z.strictObject({
    versionId: z.string(),
    playbook: z.string(),
    min: z.number(),
    pricePerMin: z.number(),
  }),
  /** The mean chance of the live plan, where this is another. */
  baseline: z.number().nullable(),
  /** What fell short for a reason that no plan can mend: windows and due dates gone by, nobody who ever could; windows missed already. */
  beyond: z.strictObject({
    loose: z.array(z.strictObject({ visitId: z.string(), why: z.enum(['past', 'nobody']) })),
    missed: z.int(),
  }),
  /** Final prices by objective of the newest runs of the same days and territories, the oldest first, micros. */
  runs: z.array(z.strictObject({ id: z.string(), endedAt: z.string(), prices: z.array(z.number()) })),
});
export type ScorelineMore = z.infer<typeof scorelineMore>;
