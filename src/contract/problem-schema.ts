import { z } from 'zod';
import type { Plan, Problem } from '@/core/index';

/** Shape and sense of problem and plan files. Types of the core, checked at the border. */
const id = z.string().min(1).max(120);
const sec = z.int().min(-1_000_000_000).max(1_000_000_000);
const span = z.int().min(0).max(1_000_000_000);
const price = z.int().min(0).max(1_000_000_000_000);

const place = z.strictObject({
  id,
  lat: z.number().min(-90).max(90).optional(),
  lon: z.number().min(-180).max(180).optional(),
});

const skill = z.strictObject({ skillId: id, level: z.int().min(1).max(1000) });

const breakRule = z.strictObject({ durationSec: span, earliestSec: sec, latestSec: sec });

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
  break: breakRule.nullable(),
  skills: z.array(skill),
  territories: z.array(z.strictObject({ territoryId: id, relation: z.enum(['home', 'cover']) })),
  capacity: z.int().min(0).nullable(),
});

const visitWindow = z.strictObject({ startSec: sec, endSec: sec, latestSec: sec });

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
});

export const problemSchema = z.strictObject({
  format: z.literal('lime-problem'),
  version: z.literal(1),
  name: z.string(),
  originAt: z.iso.datetime({ offset: true }),
  places: z.array(place).min(1),
  travel: z.strictObject({
    durationSec: z.array(z.int().min(0).max(1_000_000_000)),
    distanceM: z.array(z.int().min(0).max(1_000_000_000)),
  }),
  persons: z.array(z.strictObject({ id, name: z.string() })),
  shifts: z.array(shift),
  visits: z.array(visit),
  rules: z.strictObject({
    skills: z.boolean(),
    territory: z.enum(['home', 'home-and-cover', 'anybody']),
    persons: z.boolean(),
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
      breakStartSec: sec.nullable(),
      stops: z.array(z.strictObject({ visitId: id, startSec: sec })),
      arriveSec: sec,
    }),
  ),
  unplannedVisitIds: z.array(id),
  price: z.int(),
});

// The schemas and the core's types say the same thing twice; these lines fail to compile when they part.
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never;
type Mutable<T> = T extends readonly (infer E)[]
  ? Mutable<E>[]
  : T extends object
    ? { -readonly [K in keyof T]: Mutable<T[K]> }
    : T;
const sameProblem: Same<Mutable<Problem>, z.infer<typeof problemSchema>> = true;
const samePlan: Same<Mutable<Plan>, z.infer<typeof planSchema>> = true;
void sameProblem;
void samePlan;
