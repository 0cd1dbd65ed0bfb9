import { z } from 'zod';
import {
  attributes,
  count,
  distinct,
  freeText,
  idText,
  isoDate,
  lat,
  lon,
  maybeDate,
  maybeInstant,
  maybeKm,
  maybeMinutes,
  maybePrice,
  maybePricePerHour,
  maybeRef,
  minuteOfDay,
  minutes,
  minutesFrom,
  nameText,
  overlaps,
  ref,
  type Span,
  zone,
} from '../shared/fields';
import { defineObject } from '../shared/object';

/** At most so many breaks a day, as the engine takes them. */
const MOST_BREAKS = 4;

export const breakRule = z
  .strictObject({
    lengthMin: minutesFrom(1, 480),
    /** Begins no sooner and no later than these, minutes past midnight. */
    fromMin: minuteOfDay,
    toMin: minuteOfDay,
    /** Due for whoever is not home so many minutes after the day began; none means by its latest beginning. */
    dueAfterMin: maybeMinutes(1440),
    isPaid: z.boolean().default(false),
  })
  .refine((b) => b.toMin >= b.fromMin, { path: ['toMin'], params: { code: 'ends-before' } });

const validity = { validFrom: isoDate, validTo: maybeDate } as const;
const forward = (s: Span): boolean => s.validTo === null || s.validTo >= s.validFrom;

/** No two of these that share a day; the later one is marked. */
function apart<T extends Span>(clash: (a: T, b: T) => boolean) {
  return (list: readonly T[], context: { addIssue: (issue: never) => void }): void => {
    for (const [ix, item] of list.entries()) {
      if (list.slice(0, ix).some((other) => overlaps(item, other) && clash(item, other)))
        context.addIssue({ code: 'custom', path: [ix], params: { code: 'overlap' } } as never);
    }
  };
}

const heldSkill = z
  .strictObject({ skillId: ref('skills'), level: count(1, 5), ...validity })
  .refine(forward, { path: ['validTo'], params: { code: 'ends-before' } });
const membership = z
  .strictObject({
    territoryId: ref('territories'),
    relation: z.enum(['home', 'cover', 'loan']),
    ...validity,
  })
  .refine(forward, { path: ['validTo'], params: { code: 'ends-before' } })
  .refine((m) => m.relation !== 'loan' || m.validTo !== null, {
    path: ['validTo'],
    params: { code: 'loan-ends' },
  });
const exception = z
  .strictObject({
    id: idText.optional(),
    date: isoDate,
    kind: z.enum(['off', 'hours']),
    startMin: minuteOfDay,
    endMin: minuteOfDay,
    reason: freeText(200),
  })
  .refine((e) => e.endMin > e.startMin, { path: ['endMin'], params: { code: 'ends-before' } });

export const technician = defineObject({
  name: 'technicians',
  title: 'name',
  search: ['name', 'vehicle'],
  scope: { field: 'territories', in: 'territoryId' },
  schema: z
    .strictObject({
      name: nameText,
      kind: z.enum(['employee', 'contractor']).default('employee'),
      /** None while nobody knows it: whoever starts or ends there is not planned. */
      homeLat: lat.nullable().default(null),
      homeLon: lon.nullable().default(null),
      startsAt: z.enum(['home', 'depot', 'last-position']).default('home'),
      endsAt: z.enum(['home', 'depot']).default('home'),
      depotId: maybeRef('depots'),
      weekPatternId: maybeRef('week-patterns'),
      zone,
      /** Driving before and after the shift on their own time, at most. */
      travelBeforeMin: minutes(240).default(0),
      travelAfterMin: minutes(240).default(0),
      overtimeLimitMin: minutes(480).default(0),
      breaks: z.array(breakRule).max(MOST_BREAKS).default([]),
      payPerHour: maybePricePerHour,
      outPrice: maybePrice,
      overtimePricePerHour: maybePricePerHour,
      mostVisits: count(0, 100).nullable().default(null),
      mostDrivingMin: maybeMinutes(1440),
      /** Longest leg to a visit; that from where the day starts has limits of its own. */
      reachMin: maybeMinutes(1440),
      reachKm: maybeKm,
      firstReachMin: maybeMinutes(1440),
      firstReachKm: maybeKm,
      attributes,
      vehicle: freeText(80),
      phone: freeText(40),
      loadCapacity: count(0, 100_000).nullable().default(null),
      partsDepotId: maybeRef('depots'),
      /** Work of a week: never more than, and dearer beyond. */
      weekMostMin: maybeMinutes(10_080),
      weekDearerAfterMin: maybeMinutes(10_080),
      lastLat: lat.nullable().default(null),
      lastLon: lon.nullable().default(null),
      lastSeenAt: maybeInstant,
      openToPlanning: z.boolean().default(true),
      active: z.boolean().default(true),
      skills: z
        .array(heldSkill)
        .max(200)
        .default([])
        .superRefine(apart((a, b) => a.skillId === b.skillId)),
      territories: z
        .array(membership)
        .max(60)
        .default([])
        .superRefine(
          apart(
            (a, b) => a.territoryId === b.territoryId || (a.relation === 'home' && b.relation === 'home'),
          ),
        ),
      exceptions: z
        .array(exception)
        .max(1000)
        .default([])
        .superRefine(distinct((e) => [e.date, e.kind, e.startMin])),
      parts: z
        .array(z.strictObject({ partId: ref('parts') }))
        .max(500)
        .default([])
        .superRefine(distinct((p) => p.partId)),
      paces: z
        .array(z.strictObject({ jobKindId: ref('job-kinds'), percent: count(10, 1000) }))
        .max(200)
        .default([])
        .superRefine(distinct((p) => p.jobKindId)),
    })
    .refine((t) => t.depotId !== null || (t.startsAt !== 'depot' && t.endsAt !== 'depot'), {
      path: ['depotId'],
      params: { code: 'depot-needed' },
    })
    .refine((t) => (t.homeLat === null) === (t.homeLon === null), {
      path: ['homeLon'],
      params: { code: 'both-or-none' },
    })
    .refine((t) => (t.lastLat === null) === (t.lastLon === null), {
      path: ['lastLon'],
      params: { code: 'both-or-none' },
    }),
});

export const crew = defineObject({
  name: 'crews',
  title: 'name',
  search: ['name', 'vehicle'],
  scope: { field: 'territoryId' },
  schema: z
    .strictObject({
      name: nameText,
      territoryId: ref('territories'),
      leaderId: ref('technicians'),
      ...validity,
      /** None means the leader's hours. */
      weekPatternId: maybeRef('week-patterns'),
      startsAt: z.enum(['home', 'depot']).default('home'),
      endsAt: z.enum(['home', 'depot']).default('home'),
      depotId: maybeRef('depots'),
      payPerHour: maybePricePerHour,
      outPrice: maybePrice,
      overtimeLimitMin: minutes(480).default(0),
      vehicle: freeText(80),
      loadCapacity: count(0, 100_000).nullable().default(null),
      attributes,
      /** The people of it, beside the leader. */
      members: z
        .array(z.strictObject({ technicianId: ref('technicians') }))
        .min(1)
        .max(49)
        .superRefine(distinct((m) => m.technicianId)),
      changes: z
        .array(
          z
            .strictObject({
              technicianId: ref('technicians'),
              change: z.enum(['away', 'extra', 'leads']),
              validFrom: isoDate,
              validTo: isoDate,
            })
            .refine(forward, { path: ['validTo'], params: { code: 'ends-before' } }),
        )
        .max(200)
        .default([])
        .superRefine(apart((a, b) => a.technicianId === b.technicianId && a.change === b.change)),
      skills: z
        .array(z.strictObject({ skillId: ref('skills'), level: count(1, 5) }))
        .max(50)
        .default([])
        .superRefine(distinct((s) => s.skillId)),
    })
    .refine(forward, { path: ['validTo'], params: { code: 'ends-before' } })
    .refine((c) => !c.members.some((m) => m.technicianId === c.leaderId), {
      path: ['members'],
      params: { code: 'leader-is-member' },
    })
    .refine((c) => c.depotId !== null || (c.startsAt === 'home' && c.endsAt === 'home'), {
      path: ['depotId'],
      params: { code: 'depot-needed' },
    }),
});
