import { kept } from './set-up';
import { big, date, defaulted, defineTable, instant, json, key, maybe, ref, text, whole, yes } from './table';

export const users = defineTable('users', {
  id: key(text()),
  email: text(),
  name: text(),
  role: text(),
  passwordHash: text(),
  active: defaulted(yes()),
  mayForce: defaulted(yes()),
  technicianId: maybe(ref('technicians')),
  ...kept,
});
export const userTerritories = defineTable('user_territories', {
  userId: key(ref('users')),
  territoryId: key(ref('territories')),
  mayChange: yes(),
});
export const sessions = defineTable('sessions', {
  tokenHash: key(text()),
  userId: ref('users'),
  expiresAt: instant(),
  createdAt: defaulted(instant()),
  agent: defaulted(text()),
});
export const entryLinks = defineTable('entry_links', {
  tokenHash: key(text()),
  userId: ref('users'),
  expiresAt: instant(),
});
/** What the stand-in for a mail service was given. */
export const mails = defineTable('mails', {
  id: key(text()),
  recipient: text(),
  subject: text(),
  body: text(),
  sentAt: defaulted(instant()),
});
/** Keys for programs; only a hash of each is kept. */
export const programKeys = defineTable('program_keys', {
  id: key(text()),
  name: text(),
  tokenHash: text(),
  userId: ref('users'),
  mayChange: yes(),
  objects: defaulted(json<readonly string[]>()),
  endsOn: date(),
  createdAt: defaulted(instant()),
  lastUsedAt: maybe(instant()),
});
/** Written by the throttling library alone. */
export const signInTries = defineTable('sign_in_tries', {
  key: key(text()),
  points: defaulted(whole()),
  expire: maybe(big()),
});
