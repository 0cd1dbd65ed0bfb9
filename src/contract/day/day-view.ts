import { z } from 'zod';
import { FIELD_STATES } from '@/core/index';
import { closedRoad } from '../shared/closed-road';
import { playerView } from './player';

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
  /** Why they are out for the day; empty where they are not. */
  outReason: z.string(),
  /** Whether they have seen their day as it is now; null while they have not seen it at all. */
  hasSeen: z.boolean().nullable(),
  /** Where they were last, and when. */
  place: z.strictObject({ lat: z.number(), lon: z.number(), at: second }).nullable(),
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
  /** Of what is planned and was not worked yet, seconds. */
  leftSec: z.number(),
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
  'out',
  'nobody',
  'rule',
  'busy',
  'leave',
  'unseen',
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
  /** Of a territory in which nobody is left. */
  territoryId: z.string().nullable(),
  /** Minutes late, over or free; of what was not seen, how many visits. */
  minutes: z.number(),
  /** Of a rule that is broken: which. */
  rule: z.string().nullable(),
  /** Of time off that a visit lies in, as it stands in somebody's hours or calendar. */
  busy: z.strictObject({ reason: z.string(), startAt: second, endAt: second }).nullable(),
  /** Of time off that is asked for: what, and from when to when. */
  leave: z
    .strictObject({ id: z.string(), startAt: second, endAt: second, reason: z.string(), planned: z.int() })
    .nullable(),
  /** Why somebody put it aside; null where nobody has. */
  aside: z.string().nullable(),
});
export type DayNeed = z.infer<typeof dayNeed>;

export const dayView = z.strictObject({
  date: z.string(),
  zone: z.string(),
  now: second,
  /** How fast now passes against the clock on the wall: 1 as everywhere, 0 where it stands still. */
  pace: z.number(),
  territories: z.array(z.strictObject({ id: z.string(), name: z.string(), mayChange: z.boolean() })),
  people: z.array(dayPerson),
  visits: z.record(z.string(), dayVisit),
  needs: z.array(dayNeed),
  /** Roads that are closed; null where nobody drives on roads but by straight lines. */
  closed: z.array(closedRoad).nullable(),
  /** The played day, where one can be played. */
  player: playerView.nullable(),
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
