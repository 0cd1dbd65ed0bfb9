import type { z } from 'zod';
import { check } from '@/contract/shared/problems';

/** Why a use case did not do what was asked. Unknown and forbidden are the same to the asker. */
export type RefusalCode =
  | 'signed-out'
  | 'not-found'
  | 'invalid'
  /** Somebody else was there first; the facts say what and who. */
  | 'conflict'
  /** What was read is no longer so; the facts say what changed. */
  | 'precondition'
  /** A change has to say what it was made on. */
  | 'version-required'
  | 'too-many'
  | 'too-large';

export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(code);
  }
}

/** Reads what was sent by a schema; refused with everything that is wrong with it. */
export function required<S extends z.ZodType>(schema: S, raw: unknown): z.output<S> {
  const checked = check(schema, raw);
  if (checked.ok) return checked.value;
  throw new Refusal('invalid', { problems: checked.problems });
}
