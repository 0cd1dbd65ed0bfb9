import { z } from 'zod';
import { count, idText } from '../shared/fields';
import { dayAsk } from './day-ask';

/** Ways out for a visit that needs somebody: who could have it when, and what that costs the rest of the day. */
export const remediesAsk = dayAsk.extend({ visitId: idText, part: count(1, 100).default(1) });

export const remedy = z.strictObject({
  personId: z.string(),
  person: z.string(),
  startAt: z.number(),
  /** After the close of what was promised, seconds. */
  lateSec: z.number(),
  /** Change of the rest of the day's price, micros. */
  price: z.number(),
  /** Others that begin later for it. */
  pushed: z.array(z.strictObject({ label: z.string(), startAt: z.number() })),
});
export const remediesAnswer = z.strictObject({
  remedies: z.array(remedy),
  /** Where it is expected now; null of a loose end. */
  now: z
    .strictObject({ personId: z.string(), person: z.string(), startAt: z.number(), lateSec: z.number() })
    .nullable(),
  zone: z.string(),
});
export type RemediesAnswer = z.infer<typeof remediesAnswer>;

/** One of them is done, as it was shown. */
export const remedyTaken = remediesAsk.extend({
  personId: idText,
  startAt: z.int(),
  price: z.number(),
});
