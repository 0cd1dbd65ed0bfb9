import { z } from 'zod';
import { FIELD_STATES, OBJECTIVES } from '@/core/index';
import { partsShape } from './plan-view';

/** What stands behind a visit, a person or a figure of a plan: asked for when it is opened. */
export const visitDetail = z.strictObject({
  id: z.string(),
  workOrderId: z.string(),
  summary: z.string(),
  notes: z.string(),
  address: z.string(),
  zone: z.string(),
  durationMin: z.number(),
  earliestAt: z.number(),
  dueAt: z.number(),
  skills: z.array(z.strictObject({ name: z.string(), level: z.number() })),
  /** Whether one of the skills is enough. */
  anySkill: z.boolean(),
  /** Who has it, with the level and end of each skill that it asks for. */
  held: z.array(
    z.strictObject({
      personId: z.string(),
      person: z.string(),
      skills: z.array(
        z.strictObject({ name: z.string(), level: z.number().nullable(), validTo: z.string().nullable() }),
      ),
    }),
  ),
  must: z.array(z.string()),
  favoured: z.array(z.string()),
  avoid: z.array(z.string()),
  never: z.array(z.string()),
  people: z.number(),
  crewOf: z.number().nullable(),
  equipment: z.array(z.string()),
  parts: z.array(z.string()),
  premises: z.string().nullable(),
  after: z.string().nullable(),
  /** What its place costs; null where it has none. */
  price: partsShape.nullable(),
  /** How far the field has it, and how much longer it takes by them; null where nothing was said. */
  field: z
    .strictObject({
      state: z.enum(FIELD_STATES),
      beganAt: z.number().nullable(),
      endedAt: z.number().nullable(),
      moreMin: z.int(),
      lateMin: z.int(),
      reason: z.string(),
    })
    .nullable(),
  history: z.array(
    z.strictObject({
      at: z.string(),
      command: z.string(),
      facts: z.record(z.string(), z.unknown()),
      by: z.string().nullable(),
      person: z.string().nullable(),
      startsAt: z.number().nullable(),
    }),
  ),
});
export type VisitDetail = z.infer<typeof visitDetail>;

export const personDetail = z.strictObject({
  id: z.string(),
  skills: z.array(z.strictObject({ name: z.string(), level: z.number(), validTo: z.string().nullable() })),
  members: z.array(z.string()),
  zone: z.string(),
  phone: z.string(),
  vehicle: z.string(),
  territories: z.array(
    z.strictObject({
      name: z.string(),
      relation: z.enum(['home', 'cover', 'loan']),
      validTo: z.string().nullable(),
    }),
  ),
  groups: z.array(z.string()),
  parts: z.array(z.string()),
  days: z.array(z.strictObject({ shiftId: z.string(), date: z.string(), price: partsShape })),
});
export type PersonDetail = z.infer<typeof personDetail>;

/** A visit or a person's day that makes up part of a figure. */
const contribution = z.strictObject({
  visitId: z.string().nullable(),
  personId: z.string().nullable(),
  person: z.string().nullable(),
  date: z.string().nullable(),
  amount: z.number(),
  price: z.number(),
});
export const measureDetail = z.strictObject({
  measure: z.enum(OBJECTIVES),
  /** Dearest first; the sum over all of them is the figure itself. */
  contributions: z.array(contribution),
  /** Smaller ones that are not told one by one. */
  more: z.number(),
});
export type MeasureDetail = z.infer<typeof measureDetail>;
export type Contribution = z.infer<typeof contribution>;
