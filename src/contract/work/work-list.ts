import { z } from 'zod';
import { idText } from '../shared/fields';

export const WORK_STATES = ['loose', 'planned', 'at-risk', 'done', 'confirmed', 'cancelled'] as const;
export type WorkState = (typeof WORK_STATES)[number];

/** What of the work is shown, as it stands in an address. */
export const workQuery = z.strictObject({
  search: z.string().max(200).default(''),
  state: z.enum(WORK_STATES).nullable().default(null),
  territoryId: idText.nullable().default(null),
  jobKindId: idText.nullable().default(null),
  siteId: idText.nullable().default(null),
  customerId: idText.nullable().default(null),
  assetId: idText.nullable().default(null),
  requestId: idText.nullable().default(null),
  planId: idText.nullable().default(null),
  sort: z
    .string()
    .regex(/^-?[a-zA-Z]+$/)
    .default('-number'),
  page: z.coerce.number().int().min(0).max(100_000).default(0),
});
export type WorkQuery = z.infer<typeof workQuery>;

export const workRow = z.strictObject({
  id: z.string(),
  number: z.int(),
  outsideNumber: z.string().nullable(),
  summary: z.string(),
  jobKind: z.string(),
  siteId: z.string(),
  site: z.string(),
  zone: z.string(),
  territory: z.string(),
  customer: z.string().nullable(),
  stage: z.enum(['open', 'done', 'confirmed', 'cancelled']),
  priority: z.int().nullable(),
  receivedAt: z.number(),
  dueAt: z.number().nullable(),
  promisedAt: z.number().nullable(),
  promisedUntil: z.number().nullable(),
  plannedAt: z.number().nullable(),
  people: z.string().nullable(),
  visits: z.int(),
  loose: z.int(),
  atRisk: z.boolean(),
});
export type WorkRow = z.infer<typeof workRow>;

export const workList = z.strictObject({
  rows: z.array(workRow),
  total: z.int(),
  pageSize: z.int(),
  now: z.number(),
  counts: z.record(z.string(), z.int()),
});

/** One thing in the life of a work order, told in the order in which it happened. */
export const lifeLine = z.strictObject({
  at: z.string(),
  by: z.string(),
  kind: z.enum(['request', 'command', 'message', 'field']),
  name: z.string(),
  facts: z.record(z.string(), z.unknown()),
  commandId: z.int().nullable(),
});

/** A visit of a work order with its places in the live plan. Instants are seconds since 1970. */
export const visitLine = z.strictObject({
  id: z.string(),
  part: z.int(),
  /** Which visit of the order it goes on with. */
  continuesPart: z.int().nullable(),
  status: z.enum(['open', 'cancelled']),
  durationMin: z.int(),
  priority: z.int(),
  dueAt: z.number(),
  windows: z.array(z.strictObject({ startAt: z.number(), endAt: z.number() })),
  seats: z.array(
    z.strictObject({ personId: z.string(), person: z.string(), startAt: z.number(), endAt: z.number() }),
  ),
});

const named = z.strictObject({ id: z.string(), name: z.string() });
/** What came back from a part of a visit. */
export const cameBack = z.strictObject({
  visitId: z.string(),
  part: z.int(),
  person: z.string(),
  tasks: z.array(z.string()),
  parts: z.array(z.strictObject({ name: z.string(), count: z.int() })),
  minutes: z.int().nullable(),
  crewMinutes: z.array(z.strictObject({ personId: z.string(), person: z.string(), minutes: z.int() })),
  note: z.string(),
  signedBy: z.string(),
  signature: z.string(),
  saidAt: z.number(),
  state: z.enum(['came', 'sent-back', 'confirmed']),
  backReason: z.string(),
  lookedBy: z.string().nullable(),
  photos: z.array(z.strictObject({ id: z.string() })),
});
export type CameBack = z.infer<typeof cameBack>;

export const workOrderPage = z.strictObject({
  order: workRow,
  version: z.int(),
  notes: z.string(),
  cancelledFor: z.string(),
  address: z.string(),
  territoryId: z.string().nullable(),
  jobKindId: z.string(),
  customerId: z.string().nullable(),
  asset: named.nullable(),
  agreement: named.nullable(),
  request: z
    .strictObject({
      id: z.string(),
      number: z.int(),
      said: z.string(),
      caller: z.string(),
      callBack: z.string(),
    })
    .nullable(),
  plan: named.nullable(),
  plannedOn: z.string().nullable(),
  tasks: z.array(z.string()),
  parts: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      /** Whose van has it, of those who are to go; where it can be fetched. */
      aboard: z.array(z.string()),
      depots: z.array(z.string()),
      isShort: z.boolean(),
    }),
  ),
  visits: z.array(visitLine),
  papers: z.array(cameBack),
  life: z.array(lifeLine),
  mayChange: z.boolean(),
});
export type WorkOrderPage = z.infer<typeof workOrderPage>;

export const sendBackAsk = z.strictObject({ reason: z.string().trim().min(1).max(500) });

export const cancelAsk = z.strictObject({
  reason: z.string().trim().min(1).max(500),
  tell: z.boolean().default(true),
});

/** All that happened at a site, with a customer, or to an asset. */
export const happenedAt = z.strictObject({
  orders: z.array(workRow),
  requests: z.array(
    z.strictObject({
      id: z.string(),
      number: z.int(),
      said: z.string(),
      stage: z.string(),
      site: z.string().nullable(),
      receivedAt: z.number(),
    }),
  ),
  total: z.int(),
  now: z.number(),
});
export type HappenedAt = z.infer<typeof happenedAt>;
