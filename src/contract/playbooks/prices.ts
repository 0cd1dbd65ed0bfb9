import { z } from 'zod';
import { OWN_PRICES } from '../set-up/own-prices';
import { price } from '../shared/fields';
import { personFilter, visitFilter } from './filter';

/** Prices are in the one currency, per unit as people say it; a price of 0 means that nobody minds. */
export const prices = z.strictObject({
  drivingHour: price,
  drivingKm: price,
  overtimeHour: price,
  /** For an hour beyond the normal ones of a week, beside what it costs anyway. */
  weekOvertimeHour: price.default(0),
  lateMinute: price,
  missedWindow: price,
  dayWaited: price,
  favouredMissed: price,
  avoidedUsed: price.default(0),
  coverVisit: price,
  loanVisit: price.default(0),
  /** For each level that the person has beyond what is asked. */
  levelToSpare: price.default(0),
  /** Against the published plan: somebody else or another day; or only another time. */
  changed: price.default(0),
  moved: price.default(0),
  /** A start may differ by so much without having moved. */
  movedMin: z.int().min(0).max(1440).default(0),
  /** For each minute by which a start comes nearer to its window's close than the margin. */
  marginMinute: price.default(0),
  marginMin: z.int().min(0).max(600).default(0),
  /** For each arrival from elsewhere at a site that has several visits. */
  siteTrip: price.default(0),
  /** For an hour of work beyond a fair share. */
  unfairHour: price.default(0),
  personOut: price,
  /** How much of what people cost an hour counts, in percent. */
  payPercent: z.int().min(0).max(1000).default(100),
  /** Loose ends of priority 1 to 5. */
  looseEnd: z.tuple([price, price, price, price, price]),
});
export type PlaybookPrices = z.infer<typeof prices>;
/** The prices that are one amount a unit. */
export type PriceId = Exclude<keyof PlaybookPrices, 'looseEnd' | 'movedMin' | 'marginMin' | 'payPercent'>;

/** Prices that people can have of their own by a playbook. */
export const PERSON_PRICES = ['overtimeHour', 'personOut'] as const;
export type PersonPrice = (typeof PERSON_PRICES)[number];

/** Prices for some of the work, or some of the people, in place of the others; of several that fit, the first holds. */
const workException = z.strictObject({ price: z.enum(OWN_PRICES), appliesTo: visitFilter, amount: price });
const personException = z.strictObject({
  price: z.enum(PERSON_PRICES),
  appliesTo: personFilter,
  amount: price,
});
export const exceptions = z
  .array(z.union([workException, personException]))
  .max(100)
  .default([]);
export type PriceException = z.infer<typeof exceptions>[number];
