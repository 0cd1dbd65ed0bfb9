import { z } from 'zod';
import { crossingOf } from '@/core/index';
import {
  count,
  distinct,
  freeText,
  isoDate,
  lat,
  lon,
  maybeRef,
  minuteOfDay,
  nameText,
  ref,
  zone,
} from '../shared/fields';
import { defineObject } from '../shared/object';

const outline = z
  .array(z.tuple([lon, lat]))
  .min(3)
  .max(2000)
  .superRefine((corners, context) => {
    const crossing = crossingOf(corners.map(([x, y]) => ({ lat: y, lon: x })));
    if (crossing)
      context.addIssue({
        code: 'custom',
        params: { code: 'outline-crosses', first: crossing[0] + 1, second: crossing[1] + 1 },
      });
  });

export const territory = defineObject({
  name: 'territories',
  title: 'name',
  search: ['name'],
  scope: 'own',
  schema: z.strictObject({
    name: nameText,
    zone,
    /** Corners as [longitude, latitude], not closed. */
    outline,
    /** Hours in which its work may be done; none means always. */
    weekPatternId: maybeRef('week-patterns'),
    holidays: z
      .array(z.strictObject({ date: isoDate, name: nameText }))
      .max(400)
      .default([])
      .superRefine(distinct((h) => h.date)),
    /** Territories whose people may help out here. */
    neighbours: z
      .array(z.strictObject({ neighbourId: ref('territories') }))
      .max(50)
      .default([])
      .superRefine(distinct((n) => n.neighbourId)),
    /** Work that is not done here in some hours: of a kind, on weekdays (1 is Monday). */
    quietHours: z
      .array(
        z
          .strictObject({
            jobKindId: ref('job-kinds'),
            weekdays: z
              .array(count(1, 7))
              .min(1)
              .max(7)
              .superRefine(distinct((d) => d)),
            startMin: minuteOfDay,
            endMin: minuteOfDay,
          })
          .refine((h) => h.endMin > h.startMin, { path: ['endMin'], params: { code: 'ends-before' } }),
      )
      .max(60)
      .default([]),
  }),
});

export const depot = defineObject({
  name: 'depots',
  title: 'name',
  search: ['name', 'address'],
  scope: { field: 'territoryId' },
  schema: z.strictObject({
    name: nameText,
    territoryId: ref('territories'),
    address: freeText(200),
    lat,
    lon,
    /** Parts that can be fetched here. */
    parts: z
      .array(z.strictObject({ partId: ref('parts') }))
      .max(500)
      .default([])
      .superRefine(distinct((p) => p.partId)),
  }),
});

export const site = defineObject({
  name: 'sites',
  title: 'name',
  search: ['name', 'address'],
  scope: { field: 'territoryId' },
  schema: z
    .strictObject({
      name: nameText,
      address: freeText(200),
      /** None while nobody knows where it is: nothing is planned there. */
      lat: lat.nullable().default(null),
      lon: lon.nullable().default(null),
      territoryId: maybeRef('territories'),
      zone,
      accessPatternId: maybeRef('week-patterns'),
      /** For whoever goes there. */
      notes: freeText(2000),
      customerId: maybeRef('customers'),
      /** Whom they want and whom not, for all work there. */
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
      /** When they like it best: weekdays (1 is Monday) and hours by the clock there; none is any. */
      bestDays: z
        .array(count(1, 7))
        .max(7)
        .default([])
        .superRefine(distinct((d) => d)),
      bestFromMin: count(0, 1440).nullable().default(null),
      bestToMin: count(0, 1440).nullable().default(null),
    })
    .refine((s) => (s.lat === null) === (s.lon === null), {
      path: ['lon'],
      params: { code: 'both-or-none' },
    }),
});

const hours = z
  .strictObject({ startMin: minuteOfDay, endMin: minuteOfDay })
  .refine((h) => h.endMin > h.startMin, { path: ['endMin'], params: { code: 'ends-before' } });
const day = z
  .array(hours)
  .max(8)
  .superRefine((list, context) => {
    for (const [ix, h] of list.entries()) {
      const before = list[ix - 1];
      if (before && h.startMin < before.endMin)
        context.addIssue({ code: 'custom', path: [ix], params: { code: 'overlap' } });
    }
  });

export const weekPattern = defineObject({
  name: 'week-patterns',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    /** One week, or several by turns; seven days each, Monday first, hours in minutes past midnight. */
    weeks: z.array(z.array(day).length(7)).min(1).max(8).meta({ unit: 'weeks' }),
    /** A day of the first week. */
    anchorDate: isoDate,
    /** Where the clock hangs; none means that of whoever uses it. */
    zone: zone.nullable().default(null),
  }),
});
