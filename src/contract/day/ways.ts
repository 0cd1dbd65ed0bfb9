import { z } from 'zod';
import { count, idText } from '../shared/fields';
import { dayAsk } from './day-ask';

/** What ways out are looked for: for one visit, for somebody's break, for all that somebody has left, for somebody's free stretch, or the whole rest of the day. */
export const WAY_KINDS = ['visit', 'urgent', 'break', 'out', 'free', 'rest'] as const;

export const waysAsk = dayAsk.extend({
  for: z.enum(WAY_KINDS).default('visit'),
  visitId: idText.nullable().default(null),
  part: count(1, 100).default(1),
  personId: idText.nullable().default(null),
  /** Of "out": all that its people who are out have left. */
  territoryId: idText.nullable().default(null),
  /** Of the whole rest of a day: the plan that was found. */
  restId: idText.nullable().default(null),
});
export type WaysAsk = z.infer<typeof waysAsk>;

const move = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  site: z.string(),
  /** Null where it is a loose end, before or after. */
  wasWith: z.string().nullable(),
  with: z.string().nullable(),
  startAt: z.number().nullable(),
  /** After the close of what was promised, seconds. */
  lateSec: z.number(),
});

const way = z.strictObject({
  /** The same as long as it is the same way. */
  key: z.string(),
  /** What the way does: gives a visit to another, has one make room or two change places, has a break sooner, spreads a day, fills a stretch, or all of it anew. */
  kind: z.enum(['give', 'room', 'swap', 'break', 'spread', 'fill', 'rest']),
  moves: z.array(move),
  /** Of a break that comes sooner: when it begins. */
  breakAt: z.number().nullable(),
  /** Others that begin later or sooner for it. */
  pushed: z.array(z.strictObject({ label: z.string(), startAt: z.number(), wasAt: z.number() })),
  /** Whom something was promised that is not kept then. */
  tell: z.array(z.strictObject({ label: z.string(), site: z.string() })),
  /** Change of the rest of the day's price, micros; what loose ends cost is left out. */
  price: z.number(),
  /** The same with what loose ends cost. */
  wholePrice: z.number(),
  /** Loose ends more than before. */
  loose: z.int(),
});
export type Way = z.infer<typeof way>;

export const waysAnswer = z.strictObject({
  ways: z.array(way),
  /** Where a visit is expected now, and what being late costs there as it is, micros; null of a loose end. */
  now: z
    .strictObject({
      personId: z.string(),
      person: z.string(),
      startAt: z.number(),
      lateSec: z.number(),
      latePrice: z.number(),
    })
    .nullable(),
  zone: z.string(),
});
export type WaysAnswer = z.infer<typeof waysAnswer>;

/** One of them is done, as it was shown. */
export const wayTaken = waysAsk.extend({ key: z.string().min(1).max(200), price: z.number() });

/** The rest of a day is optimized by a worker. */
export const restAsk = dayAsk.extend({ seconds: count(1, 120).default(10) });
export const restView = z.strictObject({
  id: z.string(),
  state: z.enum(['waiting', 'searching', 'found', 'failed']),
});
