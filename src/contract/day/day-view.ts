import { z } from 'zod';
import { FIELD_STATES } from '@/core/index';

/** What the Day screen shows. Instants are whole seconds since 1970. */
const second = z.number();

const dayStop = z.strictObject({
  /** Empty where the work is in a territory out of sight. */
  visitId: z.string(),
  part: z.int(),
  state: z.enum(FIELD_STATES),
  plannedAt: second,
  plannedUntil: second,
  /** As reported, else as expected. */
  startAt: second,
  finishAt: second,
  arriveAt: second,
  lateSec: z.number(),
  chance: z.number(),
  reason: z.string(),
});

export const PERSON_STATES = [
  'not-begun',
  'free',
  'on-the-way',
  'on-site',
  'break',
  'silent',
  'away',
  'home',
] as const;
export type PersonState = (typeof PERSON_STATES)[number];

const dayPerson = z.strictObject({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  territoryId: z.string(),
  phone: z.string(),
  isCrew: z.boolean(),
  state: z.enum(PERSON_STATES),
  heardAt: second.nullable(),
  shiftStart: second,
  shiftEnd: second,
  stops: z.array(dayStop),
  breaks: z.array(z.strictObject({ startAt: second, endAt: second, latestAt: second })),
  breakBeganAt: second.nullable(),
  homeAt: second,
  overtimeSec: z.number(),
});
export type DayPerson = z.infer<typeof dayPerson>;

const dayVisit = z.strictObject({
  label: z.string(),
  workOrderId: z.string(),
  jobKind: z.string(),
  site: z.string(),
  windows: z.array(z.strictObject({ startAt: second, endAt: second })),
  priority: z.int(),
});

export const NEEDS = [
  'will-miss',
  'not-started',
  'could-not',
  'not-done',
  'break',
  'silent',
  'emergency',
  'overtime',
  'free',
] as const;
export type NeedKind = (typeof NEEDS)[number];

const dayNeed = z.strictObject({
  /** The same as long as it is the same need. */
  key: z.string(),
  kind: z.enum(NEEDS),
  /** When something would have to be done by, or since when it is so. */
  at: second,
  personId: z.string().nullable(),
  visitId: z.string().nullable(),
  part: z.int().nullable(),
  /** Minutes late, over or free. */
  minutes: z.number(),
});
export type DayNeed = z.infer<typeof dayNeed>;

export const dayView = z.strictObject({
  date: z.string(),
  zone: z.string(),
  now: second,
  nowStands: z.boolean(),
  territories: z.array(z.strictObject({ id: z.string(), name: z.string(), mayChange: z.boolean() })),
  people: z.array(dayPerson),
  visits: z.record(z.string(), dayVisit),
  needs: z.array(dayNeed),
  figures: z.strictObject({
    onTime: z.int(),
    begun: z.int(),
    willMiss: z.int(),
    runningLate: z.int(),
    done: z.int(),
    all: z.int(),
    overtimeSec: z.number(),
    loose: z.int(),
    messages: z.int(),
    failed: z.int(),
  }),
});
export type DayView = z.infer<typeof dayView>;
