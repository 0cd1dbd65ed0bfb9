import { z } from 'zod';

/** What the scoreline tells beside the figures: chances, and how the last runs of the extent came out. */
export const scorelineMore = z.strictObject({
  /** Mean chance that a promised window is kept; null where none is promised. */
  chance: z.number().nullable(),
  /** The same of the live plan, where this is another. */
  baseline: z.number().nullable(),
  /** Final prices by objective of the newest runs of the same days and territories, the oldest first, micros. */
  runs: z.array(z.strictObject({ id: z.string(), endedAt: z.string(), prices: z.array(z.number()) })),
});
export type ScorelineMore = z.infer<typeof scorelineMore>;
