import { z } from 'zod';
import { target } from './targets';

export const DATE_ORDERS = ['ymd', 'dmy', 'mdy'] as const;

/** How a file is read: what its columns mean, and what its days and numbers look like. */
export const importSettings = z.strictObject({
  /** Column of the file to field; an empty field is a column that is left out. */
  meanings: z.record(z.string(), z.string()),
  dateOrder: z.enum(DATE_ORDERS),
  decimal: z.enum(['.', ',']),
  /** Whether the meanings are kept for the next file like it. */
  remember: z.boolean().default(true),
});
export type ImportSettings = z.infer<typeof importSettings>;

const problem = z.strictObject({
  line: z.int().nullable(),
  column: z.string(),
  value: z.string(),
  code: z.string(),
  facts: z.record(z.string(), z.unknown()),
});
export type ImportProblem = z.infer<typeof problem>;

/** What bringing it in would do, or did. */
export const importResult = z.strictObject({
  made: z.int(),
  changed: z.int(),
  left: z.int(),
  problems: z.array(problem),
  problemCount: z.int(),
  /** The first of what is made and changed. */
  first: z.array(
    z.strictObject({
      line: z.int(),
      object: z.string(),
      title: z.string(),
      what: z.enum(['made', 'changed']),
      fields: z.array(z.string()),
    }),
  ),
});
export type ImportResult = z.infer<typeof importResult>;

export const importView = z.strictObject({
  id: z.string(),
  target,
  fileName: z.string(),
  format: z.enum(['csv', 'json']),
  encoding: z.string(),
  delimiter: z.string(),
  rows: z.int(),
  columns: z.array(z.strictObject({ name: z.string(), samples: z.array(z.string()) })),
  settings: importSettings,
  /** What the file leaves open: days that could be read in two ways, numbers with commas. */
  questions: z.array(z.enum(['date-order', 'decimal'])),
  status: z.enum(['open', 'checking', 'checked', 'bringing', 'done', 'failed']),
  done: z.number(),
  result: importResult.nullable(),
});
export type ImportView = z.infer<typeof importView>;
