import { z } from 'zod';
import { idText, isoDate, OBJECT_NAMES } from '../../shared/fields';
import { brokenVisit, counted, visitNamed } from '../../shared/named-visits';

/** A change that is only tried: what an object would become, or that it is new. */
export const tryRequest = z.strictObject({
  object: z.enum(OBJECT_NAMES),
  id: idText.nullable(),
  value: z.unknown(),
  /** Whose day is told along with it. */
  date: isoDate.nullable().default(null),
});

/** What a change does to the work of the next days: the same rules that the optimizer keeps. */
export const effectView = z.strictObject({
  firstDate: z.string(),
  lastDate: z.string(),
  /** Visits of the live plan that would break a rule that they keep now, and those that would keep one again. */
  broken: counted(brokenVisit),
  mended: counted(brokenVisit),
  /** Visits that more people, or fewer, could do on an empty day. */
  gained: counted(visitNamed),
  lost: counted(visitNamed),
  /** Of them, those for whom there was nobody before, or is nobody after. */
  nowSomebody: counted(visitNamed),
  nowNobody: counted(visitNamed),
  /** Hours that people open to planning work. */
  hoursBefore: z.number(),
  hoursAfter: z.number(),
  /** Minutes that are driven in the live plan. */
  drivenBefore: z.number(),
  drivenAfter: z.number(),
  /** Price of the live plan. */
  priceBefore: z.number(),
  priceAfter: z.number(),
});
export type EffectView = z.infer<typeof effectView>;

const clockTime = z.number();
/** One working stretch as the optimizer is told it: seconds since 1970, in the zone of the person. */
export const toldShift = z.strictObject({
  startAt: clockTime,
  endAt: clockTime,
  allowanceBeforeMin: z.number(),
  allowanceAfterMin: z.number(),
  overtimeMin: z.number(),
  startsAt: z.enum(['home', 'depot', 'last-position']),
  endsAt: z.enum(['home', 'depot']),
  breaks: z.array(
    z.strictObject({ lengthMin: z.number(), fromAt: clockTime, toAt: clockTime, isPaid: z.boolean() }),
  ),
  skills: z.array(z.strictObject({ name: z.string(), level: z.int() })),
  territories: z.array(z.strictObject({ name: z.string(), relation: z.enum(['home', 'loan', 'cover']) })),
  mostVisits: z.int().nullable(),
  mostDrivingMin: z.number().nullable(),
  reachMin: z.number().nullable(),
  reachKm: z.number().nullable(),
  firstReachMin: z.number().nullable(),
  firstReachKm: z.number().nullable(),
  capacity: z.int().nullable(),
  payPerHour: z.number().nullable(),
  /** Who goes along, of a crew. */
  members: z.array(z.string()),
});
export type ToldShift = z.infer<typeof toldShift>;

export const toldView = z.strictObject({
  date: z.string(),
  zone: z.string(),
  isOpen: z.boolean(),
  shifts: z.array(toldShift),
  /** Crews that take the person away on that day. */
  crews: z.array(z.string()),
  /** Open visits of the next days that they could do, and those for which there is nobody else. */
  could: z.int(),
  only: z.int(),
  open: z.int(),
});
export type ToldView = z.infer<typeof toldView>;

export const tryAnswer = z.strictObject({
  problems: z.array(
    z.strictObject({ path: z.string(), code: z.string(), facts: z.record(z.string(), z.unknown()) }),
  ),
  effect: effectView.nullable(),
  told: z.strictObject({ before: toldView.nullable(), after: toldView.nullable() }).nullable(),
});
export type TryAnswer = z.infer<typeof tryAnswer>;
