import { kept } from './set-up';
import {
  date,
  defaulted,
  defineTable,
  instant,
  json,
  key,
  maybe,
  number,
  ref,
  text,
  whole,
  yes,
} from './table';

const id = () => key(text());

/** Who asks for work, what stands at their sites, and what was agreed with them. */
export const customers = defineTable('customers', {
  id: id(),
  name: text(),
  phone: defaulted(text()),
  email: defaulted(text()),
  language: defaulted(text()),
  notes: defaulted(text()),
  ...kept,
});
export const customerContacts = defineTable('customer_contacts', {
  id: id(),
  customerId: ref('customers'),
  name: text(),
  role: defaulted(text()),
  phone: defaulted(text()),
  email: defaulted(text()),
});
export const siteWishes = defineTable('site_wishes', {
  siteId: key(ref('sites')),
  technicianId: key(ref('technicians')),
  wish: text<'must' | 'favoured' | 'avoid' | 'never'>(),
});
export const assets = defineTable('assets', {
  id: id(),
  name: text(),
  siteId: ref('sites'),
  model: defaulted(text()),
  serial: defaulted(text()),
  installedOn: maybe(date()),
  notes: defaulted(text()),
  ...kept,
});
export const assetParts = defineTable('asset_parts', {
  assetId: key(ref('assets')),
  partId: key(ref('parts')),
});
export const agreements = defineTable('agreements', {
  id: id(),
  name: text(),
  customerId: ref('customers'),
  siteId: maybe(ref('sites')),
  respondMin: maybe(whole()),
  finishMin: maybe(whole()),
  price: maybe(number()),
  priority: maybe(whole()),
  validFrom: date(),
  validTo: maybe(date()),
  notes: defaulted(text()),
  ...kept,
});
export const agreementKinds = defineTable('agreement_kinds', {
  agreementId: key(ref('agreements')),
  jobKindId: key(ref('job_kinds')),
});
export const problemKinds = defineTable('problem_kinds', {
  id: id(),
  name: text(),
  jobKindId: maybe(ref('job_kinds')),
  ask: defaulted(text()),
  advice: defaulted(text()),
  ...kept,
});
export const requests = defineTable('requests', {
  id: id(),
  number: whole(),
  siteId: maybe(ref('sites')),
  customerId: maybe(ref('customers')),
  assetId: maybe(ref('assets')),
  problemKindId: maybe(ref('problem_kinds')),
  channel: text<'phone' | 'mail' | 'form'>(),
  caller: defaulted(text()),
  callBack: defaulted(text()),
  said: text(),
  stage: defaulted(text<'new' | 'solved' | 'ordered' | 'closed'>()),
  solution: defaulted(text()),
  receivedAt: instant(),
  ...kept,
});
export const maintenancePlans = defineTable('maintenance_plans', {
  id: id(),
  name: text(),
  jobKindId: ref('job_kinds'),
  rule: text(),
  countsFrom: text<'calendar' | 'last-done'>(),
  startsOn: date(),
  endsOn: maybe(date()),
  leadDays: whole(),
  withinDays: whole(),
  agreementId: maybe(ref('agreements')),
  notes: defaulted(text()),
  ...kept,
});
export const maintenanceAssets = defineTable('maintenance_assets', {
  planId: key(ref('maintenance_plans')),
  assetId: key(ref('assets')),
});
/** A time kept free for somebody who has not decided yet. */
export const holds = defineTable('holds', {
  id: id(),
  holder: text(),
  territoryId: ref('territories'),
  asked: json<unknown>(),
  visit: json<unknown>(),
  seats: json<unknown>(),
  startsAt: instant(),
  endsAt: instant(),
  expiresAt: instant(),
});
/** Work that a customer booked alone: who holds the secret may look, change and cancel. */
export const bookings = defineTable('bookings', {
  id: id(),
  secretHash: text(),
  workOrderId: ref('work_orders'),
  caller: text(),
  email: defaulted(text()),
  phone: defaulted(text()),
  language: defaulted(text()),
  state: text<'asked' | 'promised' | 'cancelled'>(),
  confirmedAt: maybe(instant()),
  madeAt: instant(),
});
export const messageTemplates = defineTable('message_templates', {
  id: id(),
  name: text(),
  event: text(),
  channel: text<'mail' | 'text'>(),
  language: text(),
  subject: defaulted(text()),
  body: text(),
  active: defaulted(yes()),
  ...kept,
});
export const messages = defineTable('messages', {
  id: id(),
  event: text(),
  channel: text<'mail' | 'text'>(),
  address: text(),
  subject: defaulted(text()),
  body: text(),
  workOrderId: maybe(ref('work_orders')),
  technicianId: maybe(ref('technicians')),
  state: text<'waiting' | 'sent' | 'failed'>(),
  tries: defaulted(whole()),
  nextTryAt: instant(),
  failure: maybe(text()),
  madeAt: instant(),
  sentAt: maybe(instant()),
});
/** Other programs that are called when something happens to work, and each call. */
export const hooks = defineTable('hooks', {
  id: id(),
  name: text(),
  address: text(),
  secret: text(),
  events: json<readonly string[]>(),
  active: defaulted(yes()),
  ...kept,
});
export const hookCalls = defineTable('hook_calls', {
  id: id(),
  hookId: ref('hooks'),
  event: text(),
  body: json<unknown>(),
  state: text<'waiting' | 'answered' | 'failed'>(),
  tries: defaulted(whole()),
  nextTryAt: instant(),
  status: maybe(whole()),
  failure: maybe(text()),
  madeAt: instant(),
  answeredAt: maybe(instant()),
});
/** Mail that came in, and the request that it became. */
export const incomingMails = defineTable('incoming_mails', {
  id: id(),
  raw: text(),
  arrivedAt: instant(),
  state: text<'waiting' | 'taken' | 'failed'>(),
  sender: defaulted(text()),
  subject: defaulted(text()),
  failure: maybe(text()),
  requestId: maybe(ref('requests')),
});
/** Visits that are planned outside of what was promised, since when by the wall's clock, and when the customer was told. */
export const movedPromises = defineTable('moved_promises', {
  visitId: key(ref('visits')),
  startsAt: instant(),
  seenAt: instant(),
  toldAt: maybe(instant()),
});
