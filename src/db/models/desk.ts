import { kept } from './set-up';
import { defaulted, defineTable, instant, json, key, maybe, ref, text, texts, whole } from './table';

/** Desks and views of loose ends: how somebody likes to see the plan. */
export const arrangements = defineTable('arrangements', {
  id: key(text()),
  kind: text<'desk' | 'loose-view'>(),
  name: text(),
  ownerId: ref('users'),
  shared: text<'private' | 'some' | 'all'>(),
  userIds: defaulted(texts()),
  settings: json<unknown>(),
  ...kept,
});
/** What opens by itself for somebody. */
export const arrangementChoices = defineTable('arrangement_choices', {
  userId: key(ref('users')),
  kind: key(text<'desk' | 'loose-view'>()),
  arrangementId: ref('arrangements'),
});
export const reminders = defineTable('reminders', {
  id: key(text()),
  ownerId: ref('users'),
  note: text(),
  dueAt: instant(),
  visitId: maybe(ref('visits')),
  personId: maybe(ref('workers')),
  doneAt: maybe(instant()),
  version: defaulted(whole()),
});
