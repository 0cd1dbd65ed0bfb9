import { kept } from './set-up';
import { date, defaulted, defineTable, instant, json, key, maybe, ref, text, whole } from './table';

const id = () => key(text());

export const workOrders = defineTable('work_orders', {
  id: id(),
  number: whole(),
  siteId: ref('sites'),
  jobKindId: ref('job_kinds'),
  summary: text(),
  notes: defaulted(text()),
  receivedAt: instant(),
  differs: defaulted(json<Record<string, unknown>>()),
  requestId: maybe(ref('requests')),
  assetId: maybe(ref('assets')),
  agreementId: maybe(ref('agreements')),
  planId: maybe(ref('maintenance_plans')),
  plannedOn: maybe(date()),
  outsideNumber: maybe(text()),
  stage: defaulted(text<'open' | 'done' | 'confirmed' | 'cancelled'>()),
  cancelledFor: defaulted(text()),
  ...kept,
});
export const visits = defineTable('visits', {
  id: id(),
  workOrderId: ref('work_orders'),
  part: defaulted(whole()),
  durationMin: whole(),
  priority: whole(),
  earliestAt: instant(),
  dueAt: instant(),
  status: defaulted(text<'open' | 'cancelled'>()),
  skills: maybe(json<readonly { skillId: string; level: number }[]>()),
  prices: defaulted(json<Record<string, number>>()),
  premisesId: maybe(ref('depots')),
  afterVisitId: maybe(ref('visits')),
  afterGapMin: maybe(whole()),
  afterMostMin: maybe(whole()),
  samePersonAsId: maybe(ref('visits')),
  tiedPersonId: maybe(ref('workers')),
  tiedStartAt: maybe(instant()),
  continuesId: maybe(ref('visits')),
  ...kept,
});
export const visitWindows = defineTable('visit_windows', {
  visitId: key(ref('visits')),
  startsAt: key(instant()),
  endsAt: instant(),
});
export const visitWishes = defineTable('visit_wishes', {
  visitId: key(ref('visits')),
  technicianId: key(ref('technicians')),
  wish: text<'must' | 'favoured' | 'avoid' | 'never'>(),
});
