import { z } from 'zod';
import { FIELD_STATES } from '@/core/index';

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
  finishAt: z.number(),
  windows: z.array(z.strictObject({ startAt: z.number(), endAt: z.number() })),
  notes: z.string(),
  contacts: z.array(z.strictObject({ name: z.string(), role: z.string(), phone: z.string() })),
  asset: z.string().nullable(),
  tasks: z.array(z.string()),
  parts: z.array(z.string()),
  /** What was done there before, the latest first. */
  history: z.array(z.strictObject({ label: z.string(), what: z.string(), at: z.number() })),
});
export type OwnStop = z.infer<typeof ownStop>;

export const ownDay = z.strictObject({
  date: z.string(),
  zone: z.string(),
  now: z.number(),
  nowStands: z.boolean(),
  /** Whose cord it is: their own, or that of their crew. */
  personId: z.string(),
  name: z.string(),
  /** Of a crew: who else comes along, and whether this one speaks for it. */
  members: z.array(z.string()),
  maySpeak: z.boolean(),
  stops: z.array(ownStop),
  /** When the plan has breaks. */
  breaksAt: z.array(z.number()),
  breakBeganAt: z.number().nullable(),
  offAt: z.number().nullable(),
  homeAt: z.number().nullable(),
});
export type OwnDay = z.infer<typeof ownDay>;
