import { z } from 'zod';
import { type Problem, RULE_CODES } from '@/core/index';
import { extentSchema } from '../runs/run';
import { idText, isoInstant } from '../shared/fields';

/** What a change by hand is called in history. */
export const HAND_DEEDS = [
  'place',
  'move',
  'take-off',
  'stretch',
  'tie',
  'untie',
  'untangle',
  'cancel',
] as const;
export type HandDeed = (typeof HAND_DEEDS)[number];

/** Shifts and parts of long jobs have more in their ids than objects have. */
const coreId = z.string().min(1).max(200);
const second = z.int().min(0).max(9_999_999_999);
const seat = z.strictObject({
  shiftId: coreId,
  /** The visit begins no sooner. Seconds since 1970, as all instants here. */
  fromAt: second,
  position: z.int().min(0).max(500).optional(),
});

/** A visit as the hand wants it; what is not named of it stays. */
const handled = z.strictObject({
  visitId: coreId,
  /** None takes it off its cords. */
  seats: z.array(seat).max(20).optional(),
  durationMin: z.int().min(1).max(14_400).optional(),
  tie: z.strictObject({ person: z.boolean(), time: z.boolean() }).optional(),
  /** Where it was when it was taken up: whoever moved it since is not overruled. */
  seen: z.array(z.strictObject({ personId: idText, startAt: second })).max(20),
});
export type Handled = z.infer<typeof handled>;

/** A change of the live plan by hand: all of it or nothing. */
export const handRequest = z
  .strictObject({
    extent: extentSchema,
    deed: z.enum(HAND_DEEDS),
    visits: z.array(handled).min(1).max(200),
    /** Why it is done against a rule; without one nothing is. */
    reason: z.string().trim().min(3).max(300).nullable().default(null),
  })
  .refine((r) => new Set(r.visits.map((v) => v.visitId)).size === r.visits.length, {
    path: ['visits'],
    params: { code: 'distinct' },
  })
  .refine((r) => r.deed !== 'cancel' || r.visits.every((v) => v.seats?.length === 0), {
    path: ['visits'],
    params: { code: 'off-first' },
  });
export type HandRequest = z.infer<typeof handRequest>;

const brokenRule = z.strictObject({
  rule: z.enum(RULE_CODES),
  visit: z.string().nullable(),
  person: z.string().nullable(),
  date: z.string().nullable(),
});

export const handDone = z.strictObject({
  commandId: z.int().nullable(),
  /** Change of the live plan's price, micros. */
  price: z.number(),
  pushed: z.int(),
  broken: z.array(brokenRule),
});
export type HandDone = z.infer<typeof handDone>;

/** Legs of the board: from, to (places by their number), usual seconds, metres, then seconds by slice. */
const leg = z.array(z.number());

/**
 * What a hand needs to know of the plan on screen: the problem without its matrices, the plan, and the legs that are driven or
 * would be without one stop.
 */
export const handBoard = z.strictObject({
  /** Changes with everything that the board follows from. */
  stamp: z.string(),
  problem: z.custom<Omit<Problem, 'travel'>>((v) => typeof v === 'object' && v !== null),
  plan: z.custom<import('@/core/index').Plan>((v) => typeof v === 'object' && v !== null),
  timeline: z.array(z.strictObject({ fromSec: z.number(), slice: z.number() })),
  slices: z.int(),
  legs: z.array(leg),
  nowSec: z.number(),
  /** By kind of visit: the deviation of its time on site, as a share of it. */
  spreads: z.record(z.string(), z.number()),
  /** Visits for which a window was promised. */
  promised: z.array(z.string()),
});
export type HandBoard = z.infer<typeof handBoard>;

/** Legs between one place and all: seconds by slice (the usual first) and metres, to them and from them. */
export const legsAround = z.array(
  z.strictObject({
    place: z.int(),
    to: z.array(z.array(z.number())),
    from: z.array(z.array(z.number())),
    toM: z.array(z.number()),
    fromM: z.array(z.number()),
  }),
);
export type LegsOfPlaces = z.infer<typeof legsAround>;
export const MOST_PLACES_ASKED = 40;

/** Visits that are doubled, or brought back after they were cancelled. */
export const visitsNamed = z.strictObject({ visitIds: z.array(coreId).min(1).max(200) });
export const visitsMade = z.strictObject({ visitIds: z.array(z.string()) });

/** What is changed of many visits at once; what is not named stays. */
export const visitsEdited = z.strictObject({
  visitIds: z.array(coreId).min(1).max(200),
  set: z
    .strictObject({
      durationMin: z.int().min(1).max(14_400),
      priority: z.int().min(1).max(5),
      windows: z.array(z.strictObject({ startsAt: isoInstant, endsAt: isoInstant })).max(40),
    })
    .partial(),
});

/** A visit that did not exist yet, with its work order. */
export const visitWanted = z.strictObject({
  siteId: idText,
  jobKindId: idText,
  summary: z.string().trim().max(200).default(''),
  durationMin: z.int().min(1).max(14_400).optional(),
  earliestAt: isoInstant,
  dueAt: isoInstant,
});
