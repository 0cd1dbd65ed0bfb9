import { z } from 'zod';
import { visitFilter } from '../playbooks/filter';
import { idText } from '../shared/fields';
import { extentSchema } from './run';

/** Everything that a run can be asked; it is stored with the run, and a template holds the same. */
const ids = (most: number) => z.array(idText).max(most).default([]);
const seconds = z
  .number({ error: 'expected a number of seconds' })
  .int('whole seconds')
  .min(1, 'at least 1 second')
  .max(3600, 'at most 3,600 seconds');

export const budget = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('seconds'), seconds }),
  /** Until nothing better was found for so long, and no longer than `most`. */
  z.strictObject({ kind: z.literal('calm'), seconds, most: seconds.default(1800) }),
  z.strictObject({
    kind: z.literal('iterations'),
    iterations: z
      .number({ error: 'expected a number of iterations' })
      .int('whole iterations')
      .min(1, 'at least 1 iteration')
      .max(100_000_000, 'at most 100,000,000 iterations'),
  }),
]);
export type RunBudget = z.infer<typeof budget>;

export const howToRun = {
  /** Only these people's days; none is everybody's. */
  personIds: ids(500),
  /** Only visits that these conditions take in, or, where any are listed, just these. */
  visits: visitFilter,
  visitIds: ids(5000),
  mayMove: z.enum(['loose', 'all']).default('all'),
  /** What begins within so many minutes stays; as the company says where nothing is said. */
  holdMin: z.int().min(0).max(10_080).nullable().default(null),
  /** How dear changes against the live plan are, in times of what the playbook says. */
  stability: z.number().min(0).max(100).default(1),
  budget,
  threads: z.int().min(1).max(4).nullable().default(null),
  /** Change little, and only near what is loose. */
  repair: z.boolean().default(false),
};

export const runAsk = z.strictObject({
  extent: extentSchema,
  ...howToRun,
  seed: z.int().min(1).max(1_000_000_000).nullable().default(null),
  /** Begins from a draft instead of from the live plan. */
  fromDraftId: z.string().min(1).max(120).nullable().default(null),
});
export type RunAsk = z.infer<typeof runAsk>;

/** A run, or one for each of several playbooks. */
export const runRequest = runAsk.extend({
  playbookVersionIds: z
    .array(idText)
    .min(1, 'choose a playbook')
    .max(6, 'at most 6 playbooks at once')
    .transform((all) => [...new Set(all)]),
});

/** What runs stored before they said all of it were asked. */
export function readAsk(
  stored: unknown,
  earlier: { extent: unknown; mayMove: string; seconds: number },
): RunAsk {
  const isEarlier = typeof stored !== 'object' || stored === null || !('budget' in stored);
  return runAsk.parse(
    isEarlier
      ? {
          extent: earlier.extent,
          mayMove: earlier.mayMove === 'loose' ? 'loose' : 'all',
          budget: { kind: 'seconds', seconds: Math.max(1, earlier.seconds) },
        }
      : stored,
  );
}

/** Longest that a budget can take, seconds; null where it is not told in time. */
export function mostSeconds(of: RunBudget): number | null {
  return of.kind === 'seconds' ? of.seconds : of.kind === 'calm' ? of.most : null;
}
