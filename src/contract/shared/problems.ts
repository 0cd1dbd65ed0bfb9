import type { z } from 'zod';

/** One thing that is wrong with what was sent: where, what, and with which facts. Words are in the interface. */
export interface FieldProblem {
  /** "skills.2.level"; empty for the whole. */
  readonly path: string;
  readonly code: string;
  readonly facts: Readonly<Record<string, string | number | boolean | null>>;
}

type Issue = z.core.$ZodIssue;

function codeOf(issue: Issue): string {
  if (issue.code === 'custom') return String(issue.params?.code ?? 'wrong');
  if (issue.code === 'invalid_type') return issue.input === undefined ? 'missing' : `not-${issue.expected}`;
  if (issue.code === 'invalid_format') return `format-${issue.format}`;
  return issue.code.replaceAll('_', '-');
}

function factsOf(issue: Issue): FieldProblem['facts'] {
  const facts: Record<string, string | number | boolean | null> = {};
  if (issue.code === 'too_small') Object.assign(facts, { least: Number(issue.minimum), of: issue.origin });
  if (issue.code === 'too_big') Object.assign(facts, { most: Number(issue.maximum), of: issue.origin });
  if (issue.code === 'invalid_value') facts.allowed = issue.values.map(String).join(', ');
  if (issue.code === 'unrecognized_keys') facts.keys = issue.keys.join(', ');
  if (issue.code === 'custom') {
    for (const [name, value] of Object.entries(issue.params ?? {})) {
      if (name !== 'code' && ['string', 'number', 'boolean'].includes(typeof value)) facts[name] = value;
    }
  }
  return facts;
}

export type Checked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly FieldProblem[]; readonly message: string };

/** Reads what was sent by a schema: its value, or all that is wrong with it, by field. */
export function check<S extends z.ZodType>(schema: S, raw: unknown): Checked<z.output<S>> {
  // With what was found: only so can "missing" be told from "of another kind".
  const parsed = schema.safeParse(raw, { reportInput: true });
  if (parsed.success) return { ok: true, value: parsed.data };
  const [first] = parsed.error.issues;
  return { ok: false, problems: problemsOf(parsed.error), message: first?.message ?? '' };
}

function problemsOf(error: z.ZodError): FieldProblem[] {
  return error.issues.map((issue) => ({
    path: issue.path.map(String).join('.'),
    code: codeOf(issue),
    facts: factsOf(issue),
  }));
}
