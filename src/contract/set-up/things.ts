import { z } from 'zod';
import {
  attributes,
  count,
  distinct,
  freeText,
  isoInstant,
  maybeMinutes,
  maybeRef,
  minutes,
  minutesFrom,
  nameText,
  ref,
} from '../shared/fields';
import { defineObject } from '../shared/object';
import { ownPrices } from './own-prices';

export const skill = defineObject({
  name: 'skills',
  title: 'name',
  search: ['name', 'groupName'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    groupName: freeText(80),
    /** A certificate: those who hold it hold it until a day. */
    expires: z.boolean().default(false),
  }),
});

export const part = defineObject({
  name: 'parts',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({ name: nameText }),
});

/** A named group of units: "any test rig". */
export const equipmentKind = defineObject({
  name: 'equipment-kinds',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({ name: nameText }),
});

export const equipmentUnit = defineObject({
  name: 'equipment',
  title: 'name',
  search: ['name'],
  scope: { through: 'depotId', object: 'depots' },
  schema: z.strictObject({
    name: nameText,
    kindId: ref('equipment-kinds'),
    depotId: ref('depots'),
    /** Used at its depot only, for work that is done there. */
    staysAtDepot: z.boolean().default(false),
    outages: z
      .array(
        z
          .strictObject({ startsAt: isoInstant, endsAt: isoInstant, reason: freeText(200) })
          .refine((o) => Date.parse(o.endsAt) > Date.parse(o.startsAt), {
            path: ['endsAt'],
            params: { code: 'ends-before' },
          }),
      )
      .max(200)
      .default([])
      .superRefine(distinct((o) => Date.parse(o.startsAt))),
  }),
});

/** A named group of people that work may ask for: "one of the jointers". */
export const group = defineObject({
  name: 'groups',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    members: z
      .array(z.strictObject({ technicianId: ref('technicians') }))
      .max(500)
      .default([])
      .superRefine(distinct((m) => m.technicianId)),
  }),
});

export const skillNeeds = z
  .array(z.strictObject({ skillId: ref('skills'), level: count(1, 5) }))
  .max(20)
  .superRefine(distinct((s) => s.skillId));
const equipmentNeeds = z
  .array(z.strictObject({ equipmentKindId: ref('equipment-kinds'), units: count(1, 5).default(1) }))
  .max(5)
  .superRefine(distinct((e) => e.equipmentKindId));
const partNeeds = z
  .array(z.strictObject({ partId: ref('parts') }))
  .max(30)
  .superRefine(distinct((p) => p.partId));
/** Our own premises at which it is done; none means at the customer's site. */
const premises = z
  .array(z.strictObject({ depotId: ref('depots') }))
  .max(20)
  .superRefine(distinct((p) => p.depotId));
const tasks = z.array(z.string().trim().min(1).max(200)).max(60);

/** What work needs: what a job kind says and a work order may say otherwise. */
const needs = {
  skillMode: z.enum(['all', 'any']),
  people: count(1, 20),
  crewOf: count(1, 50).nullable(),
  bufferBeforeMin: minutes(480),
  bufferAfterMin: minutes(480),
  windowOn: z.enum(['start', 'finish']),
  leadTimeMin: minutes(100_000),
  allowedPatternId: maybeRef('week-patterns').unwrap(),
  load: count(0, 100_000),
  groupId: maybeRef('groups').unwrap(),
  mostDayMin: maybeMinutes(1440).unwrap(),
  skills: skillNeeds,
  equipment: equipmentNeeds,
  parts: partNeeds,
  premises,
  tasks,
} as const;

/** Several people each on their own, or a crew in one: not both. */
function crewOrPeople(value: { people?: number | undefined; crewOf?: number | null | undefined }): boolean {
  return (value.people ?? 1) === 1 || (value.crewOf ?? null) === null;
}

/** A work order may differ from its kind in any of these. */
export const orderDiffers = z
  .strictObject({ ...needs, attributes: attributes.unwrap(), prices: ownPrices.unwrap() })
  .partial()
  .refine(crewOrPeople, { path: ['crewOf'], params: { code: 'crew-or-people' } });

export const jobKind = defineObject({
  name: 'job-kinds',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z
    .strictObject({
      name: nameText,
      durationMin: minutesFrom(1, 14_400),
      /** At best and at worst; with the usual one they make the spread. */
      durationBestMin: maybeMinutes(14_400),
      durationWorstMin: maybeMinutes(14_400),
      promiseDays: count(0, 365).default(0),
      /** What new work of it begins with; 1 is the most urgent. */
      priority: count(1, 5).default(3),
      ...needs,
      skillMode: needs.skillMode.default('all'),
      people: needs.people.default(1),
      crewOf: needs.crewOf.default(null),
      bufferBeforeMin: needs.bufferBeforeMin.default(0),
      bufferAfterMin: needs.bufferAfterMin.default(0),
      windowOn: needs.windowOn.default('start'),
      leadTimeMin: needs.leadTimeMin.default(0),
      allowedPatternId: needs.allowedPatternId.default(null),
      load: needs.load.default(0),
      groupId: needs.groupId.default(null),
      mostDayMin: needs.mostDayMin.default(null),
      skills: needs.skills.default([]),
      equipment: needs.equipment.default([]),
      parts: needs.parts.default([]),
      premises: needs.premises.default([]),
      tasks: needs.tasks.default([]),
      attributes,
      prices: ownPrices,
      /** Whether customers book it alone: not at all, as a request that the office answers, or at once. */
      bookable: z.enum(['no', 'request', 'at-once']).default('no'),
      /** What it is called on the page for customers; empty is its name. */
      publicName: z.string().trim().max(80).default(''),
    })
    .refine(crewOrPeople, { path: ['crewOf'], params: { code: 'crew-or-people' } })
    .refine((k) => (k.durationBestMin === null) === (k.durationWorstMin === null), {
      path: ['durationWorstMin'],
      params: { code: 'best-and-worst' },
    })
    .refine((k) => k.durationBestMin === null || k.durationBestMin <= k.durationMin, {
      path: ['durationBestMin'],
      params: { code: 'best-above-usual' },
    })
    .refine((k) => k.durationWorstMin === null || k.durationWorstMin >= k.durationMin, {
      path: ['durationWorstMin'],
      params: { code: 'worst-below-usual' },
    })
    .refine((k) => k.mostDayMin === null || k.mostDayMin >= 30, {
      path: ['mostDayMin'],
      params: { code: 'too-small', least: 30 },
    })
    .refine((k) => k.mostDayMin === null || k.people === 1, {
      path: ['mostDayMin'],
      params: { code: 'long-alone' },
    }),
});
