import { z } from 'zod';
import { MATCHES, MAX_BREAKS, type Plan, type Problem } from '@/core/index';

/** Shape and sense of problem and plan files. Types of the core, checked at the border. */
const id = z.string().min(1).max(120);
const sec = z.int().min(-1_000_000_000).max(1_000_000_000);
const span = z.int().min(0).max(1_000_000_000);
const price = z.int().min(0).max(1_000_000_000_000);
const interval = z.strictObject({ startSec: sec, endSec: sec });

const place = z.strictObject({
  id,
  lat: z.number().min(-90).max(90).optional(),
  lon: z.number().min(-180).max(180).optional(),
});

const skill = z.strictObject({ skillId: id, level: z.int().min(1).max(1000) });

const ruleScope = z.strictObject({
  match: z.enum(['both', 'either']),
  visitIds: z.array(z.string()).optional(),
  personIds: z.array(z.string()).optional(),
});
const attributes = z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.array(z.string())]));

const breakRule = z.strictObject({
  durationSec: span,
  earliestSec: sec,
  latestSec: sec,
  dueSec: sec.optional(),
  paid: z.boolean().optional(),
});

const reach = z.strictObject({ sec: span.optional(), m: span.optional() });

const shift = z.strictObject({
  id,
  personId: id,
  dayIx: z.int().min(0).max(3660),
  startSec: sec,
  endSec: sec,
  startPlaceId: id,
  endPlaceId: id,
  allowanceBeforeSec: span,
  allowanceAfterSec: span,
  overtimeLimitSec: span,
  breaks: z.array(breakRule).max(MAX_BREAKS),
  skills: z.array(skill),
  territories: z.array(z.strictObject({ territoryId: id, relation: z.enum(['home', 'loan', 'cover']) })),
  capacity: z.int().min(0).nullable(),
  payPerSec: price.optional(),
  outPrice: price.optional(),
  overtimePerSec: price.optional(),
  maxVisits: z.int().min(0).optional(),
  maxTravelSec: span.optional(),
  reach: reach.optional(),
  firstReach: reach.optional(),
  memberIds: z.array(id).min(1).optional(),
  attributes: attributes.optional(),
  pace: z.array(z.strictObject({ kind: z.string(), percent: z.int().min(1).max(1000) })).optional(),
  parts: z.array(id).optional(),
  partsPlaceId: id.optional(),
});

const visitWindow = z.strictObject({
  startSec: sec,
  endSec: sec,
  latestSec: sec,
  on: z.enum(['start', 'finish']).optional(),
});

const visitPrices = z.strictObject({
  latePerSec: price,
  missedWindow: price,
  dayWaited: price,
  favouredMissed: price,
  coverVisit: price,
  loanVisit: price,
  avoidedUsed: price,
  levelToSpare: price,
  changed: price,
  moved: price,
  marginPerSec: price,
  siteTrip: price,
});

const visit = z.strictObject({
  id,
  placeId: id,
  durationSec: span,
  windows: z.array(visitWindow),
  demand: z.int().min(0),
  priority: z.int().min(1).max(5),
  unplannedPrice: price,
  releaseDayIx: z.int(),
  skills: z.array(skill),
  skillMode: z.enum(['all', 'any']),
  territoryId: id.nullable(),
  mustPersonIds: z.array(id),
  neverPersonIds: z.array(id),
  favouredPersonIds: z.array(id),
  tie: z.strictObject({ personId: id.optional(), startSec: sec.optional() }),
  held: z.boolean(),
  kind: z.string().optional(),
  attributes: attributes.optional(),
  bufferBeforeSec: span.optional(),
  bufferAfterSec: span.optional(),
  access: z.array(interval).optional(),
  avoidPersonIds: z.array(id).optional(),
  people: z.int().min(1).max(20).optional(),
  crewOf: z.int().min(1).max(50).optional(),
  equipment: z.array(id).max(5).optional(),
  parts: z.array(id).optional(),
  after: z.strictObject({ visitId: id, gapSec: span, maxGapSec: span.optional() }).optional(),
  samePersonAs: id.optional(),
  base: z.strictObject({ personId: id, dayIx: z.int(), startSec: sec.optional() }).optional(),
  prices: visitPrices.partial().optional(),
});

const prices = z.strictObject({
  travelPerSec: price,
  travelPerM: price,
  overtimePerSec: price,
  latePerSec: price,
  missedWindow: price,
  dayWaited: price,
  favouredMissed: price,
  coverVisit: price,
  personOut: price,
  loanVisit: price.optional(),
  avoidedUsed: price.optional(),
  levelToSpare: price.optional(),
  changed: price.optional(),
  marginPerSec: price.optional(),
  siteTrip: price.optional(),
  marginSec: span.optional(),
  unfairPerSec: price.optional(),
  sharedOvertimePerSec: price.optional(),
  moved: price.optional(),
  movedSec: span.optional(),
});

export const problemSchema = z.strictObject({
  format: z.literal('lime-problem'),
  version: z.literal(1),
  name: z.string(),
  originAt: z.iso.datetime({ offset: true }),
  places: z.array(place).min(1),
  travel: z.strictObject({
    durationSec: z.array(span),
    distanceM: z.array(span),
    byTime: z
      .strictObject({
        slices: z.array(z.array(span)).min(1).max(48),
        timeline: z.array(z.strictObject({ fromSec: sec, slice: z.int().min(0) })).min(1),
      })
      .optional(),
  }),
  persons: z.array(z.strictObject({ id, name: z.string() })),
  shifts: z.array(shift),
  visits: z.array(visit),
  equipment: z.array(z.strictObject({ id, kind: id, free: z.array(interval) })).optional(),
  limits: z
    .array(z.strictObject({ id, shiftIds: z.array(id), maxWorkSec: span, overtimeAfterSec: span.optional() }))
    .optional(),
  rules: z.strictObject({
    skills: z.boolean(),
    territory: z.enum(['home', 'home-and-cover', 'anybody']),
    persons: z.boolean(),
    restSec: span.optional(),
    attributes: z
      .array(
        z.strictObject({
          id,
          personKey: z.string(),
          match: z.enum(MATCHES),
          visitKey: z.string(),
          scope: ruleScope.optional(),
        }),
      )
      .optional(),
    scopes: z
      .strictObject({
        skills: ruleScope.optional(),
        territory: ruleScope.optional(),
        persons: ruleScope.optional(),
        rest: ruleScope.optional(),
      })
      .optional(),
  }),
  prices,
});

export const planSchema = z.strictObject({
  format: z.literal('lime-plan'),
  version: z.literal(1),
  routes: z.array(
    z.strictObject({
      shiftId: id,
      departSec: sec,
      breakStartSecs: z.array(sec),
      stops: z.array(z.strictObject({ visitId: id, startSec: sec, equipmentIds: z.array(id).optional() })),
      arriveSec: sec,
    }),
  ),
  unplannedVisitIds: z.array(id),
  price: z.int(),
});

// The schemas and the core's types say the same thing twice; these lines fail to compile when they part.
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never;
type Mutable<T> =
  T extends ArrayLike<number>
    ? number[]
    : T extends readonly (infer E)[]
      ? Mutable<E>[]
      : T extends object
        ? { -readonly [K in keyof T]: Mutable<T[K]> }
        : T;
const sameProblem: Same<Mutable<Problem>, z.infer<typeof problemSchema>> = true;
const samePlan: Same<Mutable<Plan>, z.infer<typeof planSchema>> = true;
void sameProblem;
void samePlan;
