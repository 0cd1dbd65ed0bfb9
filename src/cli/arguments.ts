import { parseArgs } from 'node:util';
import { z } from 'zod';

/** A mistake in the call or in a file: told in one line, exit code 2. */
export class UsageError extends Error {}

const number = (least: number) => z.coerce.number({ error: 'expected a number' }).min(least);

export const solveArguments = z
  .object({
    format: z.enum(['lime', 'solomon', 'tsplib']).default('lime'),
    rounding: z.enum(['none', 'trunc1', 'nint']).default('none'),
    objective: z.enum(['distance', 'vehicles-distance']).default('distance'),
    customers: z.coerce.number().int().min(1).optional(),
    seconds: number(0.01).optional(),
    iterations: z.coerce.number().int().min(0).optional(),
    prove: number(0).default(0),
    threads: z.coerce.number().int().min(1).max(64).default(1),
    seed: z.coerce.number().int().min(0).default(1),
    start: z.string().optional(),
    out: z.string().optional(),
    trace: z.string().optional(),
  })
  .refine((a) => a.seconds === undefined || a.iterations === undefined, {
    path: ['seconds'],
    message: 'give --seconds or --iterations, not both',
  })
  .refine((a) => a.trace === undefined || a.threads === 1, {
    path: ['trace'],
    message: 'a trace is written by one thread only',
  });
export type SolveArguments = z.infer<typeof solveArguments>;

/** Splits a call into options and plain words, and checks the options. */
export function readArguments(argv: readonly string[]): { options: SolveArguments; words: string[] } {
  const names = [
    'format',
    'rounding',
    'objective',
    'customers',
    'seconds',
    'iterations',
    'threads',
    'seed',
    'prove',
    'start',
    'out',
    'trace',
  ];
  try {
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: Object.fromEntries(names.map((n) => [n, { type: 'string' as const }])),
    });
    const parsed = solveArguments.safeParse(values);
    if (parsed.success) return { options: parsed.data, words: positionals };
    const issue = parsed.error.issues[0];
    throw new UsageError(`--${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not understood'}`);
  } catch (cause) {
    if (cause instanceof UsageError) throw cause;
    throw new UsageError(cause instanceof Error ? cause.message : String(cause));
  }
}
