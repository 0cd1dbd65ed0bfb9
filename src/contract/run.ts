import { z } from 'zod';

const isoDate = z.iso.date({ error: 'expected a date like 2026-06-09' });

/** Which part of the plan a page, a run or a file is about. */
export const extentSchema = z
  .strictObject({
    territoryIds: z.array(z.string().min(1)).min(1, 'choose at least one territory').max(50),
    firstDate: isoDate,
    lastDate: isoDate,
  })
  .refine((e) => e.lastDate >= e.firstDate, {
    path: ['lastDate'],
    message: 'the last day is before the first',
  })
  .refine((e) => (Date.parse(e.lastDate) - Date.parse(e.firstDate)) / 86_400_000 < 31, {
    path: ['lastDate'],
    message: 'at most 31 days at once',
  });
export type Extent = z.infer<typeof extentSchema>;

export const runRequest = z.strictObject({
  extent: extentSchema,
  playbookVersionId: z.string().min(1, 'choose a playbook'),
  mayMove: z.enum(['loose', 'all']),
  seconds: z.coerce
    .number({ error: 'expected a number of seconds' })
    .int('whole seconds')
    .min(1, 'at least 1 second')
    .max(1800, 'at most 1,800 seconds'),
});
export type RunRequest = z.infer<typeof runRequest>;

/** One moment of a running search. */
export const progressPoint = z.object({
  second: z.number(),
  iterations: z.number(),
  price: z.number(),
  prices: z.array(z.number()),
});
export type ProgressPoint = z.infer<typeof progressPoint>;

export type RunStatus = 'queued' | 'running' | 'done' | 'failed';

/** What the run page shows, and what is sent while it runs. */
export interface RunView {
  readonly id: string;
  readonly status: RunStatus;
  readonly extent: Extent;
  readonly territoryNames: readonly string[];
  readonly playbook: string;
  readonly mayMove: 'loose' | 'all';
  readonly seconds: number;
  readonly seed: number;
  readonly createdAt: string;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly stopRequested: boolean;
  readonly attempts: number;
  readonly progress: readonly ProgressPoint[];
  readonly outcome: RunOutcome | null;
  readonly draftId: string | null;
  readonly createdBy: string;
}

/** How a run ended; kept with it so that it can be repeated. */
export type RunOutcome =
  | {
      readonly code: 'draft';
      readonly stopReason: string;
      readonly iterations: number;
      readonly startPrice: number | null;
      readonly price: number;
      /** No plan costs less, micros; null where nothing was proven, absent in runs before proofs were kept. */
      readonly bound?: number | null;
      readonly codeVersion: string;
      readonly zoneData: string;
    }
  | { readonly code: 'worker-lost' }
  | { readonly code: 'no-work' }
  | { readonly code: 'no-people' }
  | { readonly code: 'held-visits-break-rules'; readonly visitIds: readonly string[] }
  | { readonly code: 'checker-refused'; readonly violations: number }
  | { readonly code: 'crashed'; readonly detail: string };
