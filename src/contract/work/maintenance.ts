import { z } from 'zod';
import { count, distinct, freeText, isoDate, maybeDate, maybeRef, nameText, ref } from '../shared/fields';
import { defineObject } from '../shared/object';

/** A recurrence rule of RFC 5545 §3.3.10 by days or longer: what a clock says is the plan's own business. */
export const recurrence = z
  .string()
  .trim()
  .max(300)
  .regex(/^FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)(;[A-Z]+=[A-Z0-9,+-]+)*$/);

/** Work that comes back: which assets, how often, for how long. */
export const maintenancePlan = defineObject({
  name: 'maintenance-plans',
  title: 'name',
  search: ['name', 'notes'],
  scope: 'company',
  schema: z
    .strictObject({
      name: nameText,
      jobKindId: ref('job-kinds'),
      assets: z
        .array(z.strictObject({ assetId: ref('assets') }))
        .max(2000)
        .default([])
        .superRefine(distinct((a) => a.assetId)),
      rule: recurrence,
      /** By the calendar from the first day, or from when it was last done. */
      countsFrom: z.enum(['calendar', 'last-done']).default('calendar'),
      startsOn: isoDate,
      endsOn: maybeDate,
      /** Made so many days before it is due. */
      leadDays: count(0, 365).default(28),
      /** To be done within so many days from the day it is due. */
      withinDays: count(1, 365).default(7),
      agreementId: maybeRef('agreements'),
      notes: freeText(2000),
    })
    .refine((p) => p.endsOn === null || p.endsOn >= p.startsOn, {
      path: ['endsOn'],
      params: { code: 'ends-before' },
    }),
});

export const maintenanceRange = z
  .strictObject({ firstDate: isoDate, lastDate: isoDate })
  .refine((r) => r.lastDate >= r.firstDate, { path: ['lastDate'], params: { code: 'ends-before' } })
  .refine((r) => Date.parse(r.lastDate) - Date.parse(r.firstDate) <= 750 * 86_400_000, {
    path: ['lastDate'],
    params: { code: 'too-long', most: 750 },
  });

export const CLASHES = ['no-territory', 'no-place', 'closed', 'outside-agreement', 'not-covered'] as const;
export const plannedVisit = z.strictObject({
  assetId: z.string(),
  asset: z.string(),
  site: z.string(),
  territory: z.string().nullable(),
  date: z.string(),
  dueDate: z.string(),
  /** The work order that there is for it already. */
  exists: z.string().nullable(),
  clashes: z.array(z.enum(CLASHES)),
  /** Nothing can be made of it. */
  isBlocked: z.boolean(),
});
export const maintenancePreview = z.strictObject({
  visits: z.array(plannedVisit),
  fresh: z.int(),
  there: z.int(),
  blocked: z.int(),
  /** Hours of work by the first day of the week, and by skill. */
  forecast: z.array(z.strictObject({ week: z.string(), skill: z.string(), hours: z.number() })),
});
export type MaintenancePreview = z.infer<typeof maintenancePreview>;
