import { z } from 'zod';

const isoDate = z.iso
  .date({ error: 'expected a date like 2026-06-09' })
  .refine((d) => d >= '1990-01-01' && d <= '2199-12-31', { message: 'a day between 1990 and 2199' });

/** Which part of the plan a page, a run or a file is about. */
export const extentSchema = z
  .strictObject({
    territoryIds: z
      .array(z.string().min(1).max(80))
      .min(1, 'choose at least one territory')
      .max(200)
      // The same territory twice is the same extent.
      .transform((ids) => [...new Set(ids)]),
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

/** One moment of a running search. */
export const progressPoint = z.object({
  second: z.number(),
  iterations: z.number(),
  price: z.number(),
  prices: z.array(z.number()),
});
export type ProgressPoint = z.infer<typeof progressPoint>;

const outcome = <C extends string, S extends z.ZodRawShape>(code: C, shape: S) =>
  z.object({ code: z.literal(code), ...shape });

/** How a run ended; kept with it so that it can be repeated. */
export const runOutcome = z.discriminatedUnion('code', [
  outcome('draft', {
    stopReason: z.string(),
    iterations: z.number(),
    startPrice: z.number().nullable(),
    price: z.number(),
    /** No plan costs less, micros; null where nothing was proven, absent in runs before proofs were kept. */
    bound: z.number().nullable().optional(),
    codeVersion: z.string(),
    zoneData: z.string(),
  }),
  outcome('worker-lost', {}),
  outcome('cancelled', {}),
  outcome('no-work', {}),
  outcome('no-people', {}),
  outcome('held-visits-break-rules', { visitIds: z.array(z.string()) }),
  outcome('checker-refused', { violations: z.number() }),
  outcome('crashed', { detail: z.string() }),
]);
export type RunOutcome = z.infer<typeof runOutcome>;

const runStatus = z.enum(['queued', 'running', 'done', 'failed']);

/** What the run page shows, and what is sent while it runs. */
export const runView = z.strictObject({
  id: z.string(),
  /** All that it was asked; read by contract/runs/ask. */
  asked: z.unknown(),
  playbookVersionId: z.string(),
  playbookId: z.string(),
  batchId: z.string().nullable(),
  origin: z.enum(['search', 'relaxation', 'file']),
  problemHash: z.string().nullable(),
  /** Place in the line, from 1, while it waits. */
  place: z.int().nullable(),
  /** Runs that wait or search at present, this one among them. */
  line: z.int(),
  status: runStatus,
  extent: extentSchema,
  territoryNames: z.array(z.string()),
  playbook: z.string(),
  mayMove: z.enum(['loose', 'all']),
  seconds: z.number(),
  seed: z.number(),
  createdAt: z.string(),
  startedAt: z.string().nullable(),
  endedAt: z.string().nullable(),
  stopRequested: z.boolean(),
  attempts: z.number(),
  progress: z.array(progressPoint),
  outcome: runOutcome.nullable(),
  draftId: z.string().nullable(),
  createdBy: z.string(),
});
export type RunView = z.infer<typeof runView>;
