import { z } from 'zod';
import { ownPrices } from '../set-up/own-prices';
import { orderDiffers, skillNeeds } from '../set-up/things';
import {
  count,
  distinct,
  freeText,
  isoInstant,
  maybeDate,
  maybeInstant,
  maybeMinutes,
  maybeRef,
  minutesFrom,
  ref,
} from '../shared/fields';
import { defineObject } from '../shared/object';

export const workOrder = defineObject({
  name: 'work-orders',
  title: 'summary',
  search: ['summary', 'notes'],
  scope: { through: 'siteId', object: 'sites' },
  schema: z.strictObject({
    number: count(1, 2_000_000_000),
    siteId: ref('sites'),
    jobKindId: ref('job-kinds'),
    summary: z.string().trim().min(1).max(200),
    notes: freeText(4000),
    receivedAt: isoInstant,
    /** What it needs otherwise than its kind. */
    differs: orderDiffers.default({}),
    requestId: maybeRef('requests'),
    assetId: maybeRef('assets'),
    agreementId: maybeRef('agreements'),
    /** The maintenance plan that it comes from, and the day on which it is due by that. */
    planId: maybeRef('maintenance-plans'),
    plannedOn: maybeDate,
    /** Its number in another program. */
    outsideNumber: z.string().trim().min(1).max(80).nullable().default(null),
    stage: z.enum(['open', 'done', 'confirmed', 'cancelled']).default('open'),
    cancelledFor: z.string().trim().max(500).default(''),
  }),
});

export const visit = defineObject({
  name: 'visits',
  title: 'id',
  search: ['workOrderId'],
  scope: { through: 'workOrderId', object: 'work-orders' },
  schema: z
    .strictObject({
      workOrderId: ref('work-orders'),
      part: count(1, 1000).default(1),
      durationMin: minutesFrom(1, 14_400),
      priority: count(1, 5).default(3),
      earliestAt: isoInstant,
      dueAt: isoInstant,
      status: z.enum(['open', 'cancelled']).default('open'),
      /** In place of those of the work order; none means the same. */
      skills: skillNeeds.nullable().default(null),
      prices: ownPrices,
      /** At which of our own premises, where the work is done at one. */
      premisesId: maybeRef('depots'),
      /** Starts at least, and at most, so long after another has finished. */
      afterVisitId: maybeRef('visits'),
      afterGapMin: maybeMinutes(100_000),
      afterMostMin: maybeMinutes(100_000),
      samePersonAsId: maybeRef('visits'),
      /** The visit whose unfinished work it goes on with. */
      continuesId: maybeRef('visits'),
      tiedPersonId: maybeRef('workers'),
      tiedStartAt: maybeInstant,
      windows: z
        .array(
          z
            .strictObject({ startsAt: isoInstant, endsAt: isoInstant })
            .refine((w) => Date.parse(w.endsAt) > Date.parse(w.startsAt), {
              path: ['endsAt'],
              params: { code: 'ends-before' },
            }),
        )
        .max(40)
        .default([]),
      wishes: z
        .array(
          z.strictObject({
            technicianId: ref('technicians'),
            wish: z.enum(['must', 'favoured', 'avoid', 'never']),
          }),
        )
        .max(200)
        .default([])
        .superRefine(distinct((w) => w.technicianId)),
    })
    .refine((v) => Date.parse(v.dueAt) > Date.parse(v.earliestAt), {
      path: ['dueAt'],
      params: { code: 'ends-before' },
    })
    .refine((v) => (v.afterVisitId === null) === (v.afterGapMin === null), {
      path: ['afterGapMin'],
      params: { code: 'both-or-none' },
    })
    .refine((v) => v.afterMostMin === null || v.afterMostMin >= (v.afterGapMin ?? 0), {
      path: ['afterMostMin'],
      params: { code: 'most-below-least' },
    }),
});
