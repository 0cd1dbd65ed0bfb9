import { kept } from './set-up';
import {
  big,
  bytes,
  date,
  defaulted,
  defineTable,
  instant,
  instants,
  json,
  key,
  maybe,
  ref,
  serial,
  text,
  texts,
  whole,
  yes,
} from './table';

const id = () => key(text());

export const playbooks = defineTable('playbooks', {
  id: id(),
  name: text(),
  currentId: maybe(ref('playbook_versions')),
  ...kept,
});
export const playbookVersions = defineTable('playbook_versions', {
  id: id(),
  playbookId: ref('playbooks'),
  version: whole(),
  content: json<unknown>(),
  note: text(),
  createdAt: defaulted(instant()),
  createdBy: maybe(ref('users')),
});
export const runs = defineTable('runs', {
  id: id(),
  extent: json<unknown>(),
  extentKey: text(),
  playbookVersionId: ref('playbook_versions'),
  mayMove: text<'nothing' | 'loose' | 'all'>(),
  seconds: whole(),
  seed: whole(),
  status: text<'queued' | 'running' | 'done' | 'failed'>(),
  stopRequested: defaulted(yes()),
  attempts: defaulted(whole()),
  problem: maybe(bytes()),
  problemHash: maybe(text()),
  baseRevision: maybe(big()),
  notBefore: maybe(instant()),
  bestPlan: maybe(json<unknown>()),
  progress: defaulted(json<unknown>()),
  outcome: maybe(json<unknown>()),
  createdBy: ref('users'),
  createdAt: defaulted(instant()),
  startedAt: maybe(instant()),
  heartbeatAt: maybe(instant()),
  endedAt: maybe(instant()),
  asked: defaulted(json<unknown>()),
  origin: defaulted(text<'search' | 'relaxation' | 'file'>()),
  batchId: maybe(text()),
  cancelRequested: defaulted(yes()),
  startPlan: maybe(json<unknown>()),
});
export const studies = defineTable('studies', {
  id: id(),
  kind: text<'sweep' | 'grid' | 'binds' | 'relax' | 'files'>(),
  key: text(),
  asked: json<unknown>(),
  territoryIds: texts(),
  problem: maybe(bytes()),
  status: text<'queued' | 'running' | 'done' | 'failed' | 'stopped'>(),
  stopRequested: defaulted(yes()),
  attempts: defaulted(whole()),
  found: defaulted(json<unknown>()),
  failure: maybe(text()),
  createdBy: ref('users'),
  createdAt: defaulted(instant()),
  heartbeatAt: maybe(instant()),
  endedAt: maybe(instant()),
});
export const filters = defineTable('filters', { id: id(), name: text(), filter: json<unknown>(), ...kept });
export const runTemplates = defineTable('run_templates', {
  id: id(),
  name: text(),
  asked: json<unknown>(),
  timetable: maybe(json<unknown>()),
  ...kept,
});
export const timedRuns = defineTable('timed_runs', {
  templateId: key(ref('run_templates')),
  dueAt: key(instant()),
  runIds: defaulted(texts()),
  failure: maybe(json<unknown>()),
});
export const plans = defineTable('plans', {
  id: id(),
  kind: text<'live' | 'draft'>(),
  name: text(),
  status: text<'live' | 'open' | 'accepted' | 'thrown-away'>(),
  revision: defaulted(big()),
  runId: maybe(ref('runs')),
  createdAt: defaulted(instant()),
});
export const placements = defineTable('placements', {
  planId: key(ref('plans')),
  visitId: key(ref('visits')),
  part: key(whole()),
  seat: key(whole()),
  personId: maybe(ref('workers')),
  date: maybe(date()),
  startsAt: maybe(instant()),
  endsAt: maybe(instant()),
  equipmentIds: defaulted(texts()),
  overlapReason: maybe(text()),
  changedRevision: defaulted(big()),
});
export const planDays = defineTable('plan_days', {
  planId: key(ref('plans')),
  personId: key(ref('workers')),
  date: key(date()),
  departAt: key(instant()),
  breakStarts: defaulted(instants()),
  arriveAt: instant(),
});
export const planScope = defineTable('plan_scope', {
  planId: key(ref('plans')),
  personId: key(ref('workers')),
  date: key(date()),
});
export const commands = defineTable('commands', {
  id: serial(),
  name: text(),
  facts: defaulted(json<Record<string, unknown>>()),
  userId: maybe(ref('users')),
  at: instant(),
  undoes: maybe(big()),
  undoneBy: maybe(big()),
});
export const changes = defineTable('changes', {
  id: serial(),
  commandId: big(),
  object: text(),
  objectId: text(),
  before: maybe(json<unknown>()),
  after: maybe(json<unknown>()),
  territoryIds: defaulted(texts()),
});
