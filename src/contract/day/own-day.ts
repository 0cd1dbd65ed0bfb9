import { z } from 'zod';
import { FIELD_STATES } from '@/core/index';

/** What was sent back from a visit, as it stands. */
const ownPapers = z.strictObject({
  state: z.enum(['came', 'sent-back', 'confirmed']),
  backReason: z.string(),
  tasks: z.array(z.string()),
  parts: z.array(z.strictObject({ name: z.string(), count: z.int() })),
  minutes: z.int().nullable(),
  crewMinutes: z.array(z.strictObject({ personId: z.string(), minutes: z.int() })),
  note: z.string(),
  signedBy: z.string(),
  photos: z.int(),
});

/** A technician's own day, and nothing else: what their phone keeps. Instants are whole seconds since 1970. */
const ownStop = z.strictObject({
  visitId: z.string(),
  part: z.int(),
  label: z.string(),
  state: z.enum(FIELD_STATES),
  what: z.string(),
  jobKind: z.string(),
  site: z.string(),
  address: z.string(),
  zone: z.string(),
  lat: z.number().nullable(),
  lon: z.number().nullable(),
  startAt: z.number(),
  /** When they began there; null while they have not. */
  beganAt: z.number().nullable(),
  finishAt: z.number(),
  windows: z.array(z.strictObject({ startAt: z.number(), endAt: z.number() })),
  notes: z.string(),
  contacts: z.array(z.strictObject({ name: z.string(), role: z.string(), phone: z.string() })),
  asset: z.string().nullable(),
  tasks: z.array(z.string()),
  parts: z.array(z.string()),
  papers: ownPapers.nullable(),
  /** The way there from where they are before it, as corners of a line: latitude and longitude. */
  way: z.array(z.tuple([z.number(), z.number()])),
  /** What was done there before, the latest first. */
  history: z.array(z.strictObject({ label: z.string(), what: z.string(), at: z.number() })),
});
export type OwnStop = z.infer<typeof ownStop>;

export const ownDay = z.strictObject({
  date: z.string(),
  zone: z.string(),
  now: z.number(),
  /** How fast now passes against the clock on the wall: 1 as everywhere, 0 where it stands still. */
  pace: z.number(),
  /** Whose cord it is: their own, or that of their crew. */
  personId: z.string(),
  name: z.string(),
  /** Of a crew: who else comes along, and whether this one speaks for it. */
  members: z.array(
    z.strictObject({ id: z.string(), name: z.string(), leads: z.boolean(), isAway: z.boolean() }),
  ),
  maySpeak: z.boolean(),
  stops: z.array(ownStop),
  /** When the plan has breaks. */
  breaksAt: z.array(z.number()),
  breakBeganAt: z.number().nullable(),
  offAt: z.number().nullable(),
  homeAt: z.number().nullable(),
  outAt: z.number().nullable(),
  /** What of the day they have not seen yet; null where they have seen it as it is. */
  news: z
    .strictObject({
      isFirst: z.boolean(),
      /** Gone, by what they were called. */
      gone: z.array(z.string()),
      /** New, or at another time, by visit and part. */
      fresh: z.array(z.strictObject({ visitId: z.string(), part: z.int() })),
      moved: z.array(z.strictObject({ visitId: z.string(), part: z.int(), wasAt: z.number() })),
    })
    .nullable(),
  /** What is kept about them beside their work. */
  kept: z.strictObject({
    place: z.strictObject({ lat: z.number(), lon: z.number(), at: z.number() }).nullable(),
    placesDays: z.int(),
    reports: z.int(),
    logsDays: z.int(),
  }),
  leave: z.array(
    z.strictObject({
      id: z.string(),
      startAt: z.number(),
      endAt: z.number(),
      reason: z.string(),
      state: z.enum(['asked', 'granted', 'refused']),
      answer: z.string(),
    }),
  ),
});
export type OwnDay = z.infer<typeof ownDay>;
