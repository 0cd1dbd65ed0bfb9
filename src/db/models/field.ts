import {
  bytes,
  counted,
  date,
  defaulted,
  defineTable,
  instant,
  json,
  key,
  maybe,
  ref,
  text,
  texts,
  whole,
} from './table';

/** What the field said, in the order in which it was received; what does not count says why. */
export const fieldReports = defineTable('field_reports', {
  id: key(text()),
  seq: counted(),
  userId: ref('users'),
  personId: ref('workers'),
  date: date(),
  visitId: maybe(ref('visits')),
  part: maybe(whole()),
  kind: text(),
  facts: defaulted(json<unknown>()),
  at: instant(),
  receivedAt: instant(),
  refused: maybe(text()),
});
/** How far a visit is by the field. */
export const visitFields = defineTable('visit_fields', {
  visitId: key(ref('visits')),
  part: key(whole()),
  state: text<'planned' | 'accepted' | 'on-the-way' | 'on-site' | 'done' | 'not-done'>(),
  personId: ref('workers'),
  date: date(),
  onWayAt: maybe(instant()),
  beganAt: maybe(instant()),
  endedAt: maybe(instant()),
  moreMin: defaulted(whole()),
  reason: defaulted(text()),
  lateMin: defaulted(whole()),
});
/** What is known of somebody on a day: when they were heard of, and their breaks. */
export const personFields = defineTable('person_fields', {
  personId: key(ref('workers')),
  date: key(date()),
  heardAt: instant(),
  breakBeganAt: maybe(instant()),
  breaksTaken: defaulted(whole()),
  breakEndedAt: maybe(instant()),
  offAt: maybe(instant()),
  outAt: maybe(instant()),
  outReason: defaulted(text()),
});
/** A calendar that somebody subscribes to: whoever holds the secret reads their visits. */
export const calendarLinks = defineTable('calendar_links', {
  technicianId: key(ref('technicians')),
  secretHash: text(),
  madeAt: instant(),
});
/** The clock of the demo's day and how far it was played; one row, or none while it stands. */
export const dayPlayer = defineTable('day_player', {
  id: key(whole()),
  date: date(),
  seed: whole(),
  at: instant(),
  setAt: instant(),
  pace: whole(),
  playedTo: instant(),
});
/** A need that somebody at a desk has put aside. */
export const needsAside = defineTable('needs_aside', {
  key: key(text()),
  date: date(),
  reason: text(),
  userId: ref('users'),
  at: instant(),
});
/** What comes back from a visit: ticked tasks, parts used, time, a signature; and what the office made of it. */
export const visitPapers = defineTable('visit_papers', {
  visitId: key(ref('visits')),
  part: key(whole()),
  personId: ref('workers'),
  date: date(),
  tasks: defaulted(json<readonly string[]>()),
  parts: defaulted(json<readonly { name: string; count: number }[]>()),
  minutes: maybe(whole()),
  crewMinutes: defaulted(json<readonly { personId: string; minutes: number }[]>()),
  note: defaulted(text()),
  signedBy: defaulted(text()),
  signature: defaulted(text()),
  saidAt: instant(),
  state: defaulted(text<'came' | 'sent-back' | 'confirmed'>()),
  backReason: defaulted(text()),
  lookedBy: maybe(ref('users')),
  lookedAt: maybe(instant()),
});
export const visitPhotos = defineTable('visit_photos', {
  id: key(text()),
  visitId: ref('visits'),
  part: whole(),
  personId: ref('workers'),
  image: bytes(),
  kind: text<'image/jpeg' | 'image/png'>(),
  at: instant(),
});
/** A stop of somebody's day as they were told of it. */
export interface SeenStop {
  readonly visitId: string;
  readonly part: number;
  readonly label: string;
  readonly site: string;
  readonly startAt: number;
}
/** What somebody has seen of their day. */
export const seenDays = defineTable('seen_days', {
  personId: key(ref('workers')),
  date: key(date()),
  stops: json<readonly SeenStop[]>(),
  seenAt: instant(),
  userId: ref('users'),
});
/** The rest of a day that somebody had optimized, and the plan that was found. */
export const dayRests = defineTable('day_rests', {
  id: key(text()),
  userId: ref('users'),
  territoryIds: texts(),
  date: date(),
  seconds: whole(),
  state: defaulted(text<'waiting' | 'searching' | 'found' | 'failed'>()),
  plan: maybe(json<unknown>()),
  askedAt: instant(),
});
/** Time off that a technician asks for. */
export const leaveAsks = defineTable('leave_asks', {
  id: key(text()),
  technicianId: ref('technicians'),
  startsAt: instant(),
  endsAt: instant(),
  reason: defaulted(text()),
  state: defaulted(text<'asked' | 'granted' | 'refused'>()),
  answer: defaulted(text()),
  askedAt: instant(),
  answeredBy: maybe(ref('users')),
  answeredAt: maybe(instant()),
});
/** What was noticed of a day that its person had seen, and what they were told of it last. */
export const toldDays = defineTable('told_days', {
  personId: key(ref('workers')),
  date: key(date()),
  noticed: json<readonly SeenStop[]>(),
  noticedAt: instant(),
  told: maybe(json<readonly SeenStop[]>()),
  toldAt: maybe(instant()),
});
