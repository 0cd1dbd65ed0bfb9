import { z } from 'zod';
import { RULE_CODES } from '@/core/index';

/** A visit by what people call it. */
export const visitNamed = z.strictObject({ id: z.string(), label: z.string(), what: z.string() });
export type VisitNamed = z.infer<typeof visitNamed>;
/** A rule that a visit breaks, or that whoever has it does not work then any more. */
export const BROKEN_CODES = [...RULE_CODES, 'not-working'] as const;
export const brokenVisit = visitNamed.extend({
  rule: z.enum(BROKEN_CODES),
  person: z.string(),
  date: z.string(),
});
/** So many of something, and the first of them. */
export const counted = <S extends z.ZodType>(one: S) =>
  z.strictObject({ count: z.int(), first: z.array(one) });

export type BrokenVisits = { readonly count: number; readonly first: z.infer<typeof brokenVisit>[] };
