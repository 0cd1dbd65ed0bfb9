import { z } from 'zod';
import { count, idText, minutesFrom } from '../shared/fields';

/** What somebody wants done, told on the phone; what is not said comes from the kind of work and what was agreed. */
export const callAsk = z.strictObject({
  siteId: idText,
  jobKindId: idText,
  assetId: idText.nullable().default(null),
  /** The request that it answers. */
  requestId: idText.nullable().default(null),
  durationMin: minutesFrom(1, 14_400).nullable().default(null),
  priority: count(1, 5).nullable().default(null),
  premisesId: idText.nullable().default(null),
  summary: z.string().trim().max(200).default(''),
  notes: z.string().max(4000).default(''),
  caller: z.string().trim().max(120).default(''),
  callBack: z.string().trim().max(120).default(''),
  /** Visits that are to follow the first, each so many days after the one before at the soonest. */
  furtherVisits: count(0, 9).default(0),
  daysBetween: count(0, 365).default(1),
});
export type CallAsk = z.infer<typeof callAsk>;

const scope = {
  /** Days further than what is offered usually. */
  furtherDays: z.int().min(0).max(60).default(0),
  /** Only these people; none is whoever it is best with. */
  personIds: z.array(idText).max(200).default([]),
};

/** Windows for new work, or for a visit that there is already. */
export const windowsAsk = z.discriminatedUnion('for', [
  z.strictObject({ for: z.literal('new'), ask: callAsk, holdId: idText.nullable().default(null), ...scope }),
  z.strictObject({
    for: z.literal('visit'),
    visitId: idText,
    holdId: idText.nullable().default(null),
    ...scope,
  }),
]);
export type WindowsAsk = z.infer<typeof windowsAsk>;

const part = z.strictObject({ amount: z.number(), price: z.number() });
export const windowOffered = z.strictObject({
  date: z.string(),
  startAt: z.number(),
  endAt: z.number(),
  price: z.number(),
  change: z.record(z.string(), part),
  /** Who about when. */
  people: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  aboutAt: z.number(),
  /** At which of our own premises, where it is done at one. */
  premises: z.string().nullable(),
  /** Visits that would begin later. */
  pushed: z.array(z.strictObject({ label: z.string(), startAt: z.number() })),
  slackSec: z.number(),
  /** On what share of played days it is kept; only of the best, and of one that is held. */
  chance: z.number().nullable(),
  /** Later than was agreed. */
  isAfterAgreed: z.boolean(),
  isBest: z.boolean(),
  /** Wholly in the days and hours that the site likes best. */
  isLiked: z.boolean(),
});
export type WindowOffered = z.infer<typeof windowOffered>;

export const windowsAnswer = z.strictObject({
  zone: z.string(),
  /** Days looked at, those on which nothing can be kept included. */
  dates: z.array(z.string()),
  windows: z.array(windowOffered),
  /** How many windows are held out at all, before anybody looks whether they can be kept. */
  heldOut: z.int(),
  /** Who is left after each rule, where no window is. */
  steps: z.array(z.strictObject({ rule: z.string(), removed: z.int(), alone: z.int() })),
  left: z.int(),
  people: z.int(),
  needs: z.strictObject({
    durationMin: z.int(),
    people: z.int(),
    priority: z.int(),
    skills: z.array(z.strictObject({ name: z.string(), level: z.int() })),
    equipment: z.array(z.string()),
    parts: z.array(z.string()),
    widthMin: z.int(),
    mayPush: z.boolean(),
    agreement: z.string().nullable(),
    agreedUntil: z.number().nullable(),
  }),
});
export type WindowsAnswer = z.infer<typeof windowsAnswer>;

export const holdAsk = z.strictObject({
  asked: windowsAsk,
  startAt: z.int(),
  endAt: z.int(),
});
export const holdAnswer = z.strictObject({
  holdId: z.string(),
  /** Until it is free again. */
  leftSec: z.int(),
  window: windowOffered,
});

export const promiseAsk = z.strictObject({
  holdId: idText,
  /** Why a time that was promised before is changed. */
  reason: z.string().trim().max(500).default(''),
});
export const promiseAnswer = z.strictObject({
  workOrderId: z.string(),
  visitId: z.string(),
  label: z.string(),
  commandId: z.int().nullable(),
  startAt: z.number(),
  endAt: z.number(),
});
export type PromiseAnswer = z.infer<typeof promiseAnswer>;
