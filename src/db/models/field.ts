import { counted, date, defaulted, defineTable, instant, json, key, maybe, ref, text, whole } from './table';

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
  state: text<'accepted' | 'on-the-way' | 'on-site' | 'done' | 'not-done'>(),
  personId: ref('workers'),
  date: date(),
  onWayAt: maybe(instant()),
  beganAt: maybe(instant()),
  endedAt: maybe(instant()),
  moreMin: defaulted(whole()),
  reason: defaulted(text()),
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
});
/** A calendar that somebody subscribes to: whoever holds the secret reads their visits. */
export const calendarLinks = defineTable('calendar_links', {
  technicianId: key(ref('technicians')),
  secretHash: text(),
  madeAt: instant(),
});
