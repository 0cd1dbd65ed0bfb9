import { z } from 'zod';
import { OBJECT_NAMES } from '../../shared/fields';

/** The way through set-up, in the order in which things are needed. */
export const STEPS = [
  'territories',
  'roads',
  'skills',
  'job-kinds',
  'people',
  'hours',
  'crews',
  'sites',
  'promises',
  'access',
  'playbook',
  'first-run',
] as const;
export type Step = (typeof STEPS)[number];

export const DOUBT_CODES = [
  'person-no-hours',
  'person-no-home',
  'person-no-skill',
  'person-no-territory',
  'person-not-open',
  'person-loans-overlap',
  'certificate-ends',
  'skill-nobody',
  'skill-too-low',
  'skill-ended',
  'skill-one-deep',
  'kind-nobody',
  'kind-no-pair',
  'kind-no-hours',
  'site-no-place',
  'site-no-territory',
  'site-other-territory',
  'site-access-short',
  'crew-no-leader',
  'crew-member-off',
  'crew-shared-member',
  'pattern-no-zone',
  'territory-uncovered',
  'territory-nobody',
  'equipment-none',
  'equipment-out',
  'part-short',
  'promise-not-kept',
  'offer-empty',
  'playbook-nobody',
] as const;
export type DoubtCode = (typeof DOUBT_CODES)[number];

const fact = z.union([z.string(), z.number(), z.boolean(), z.null(), z.array(z.string())]);

/** Something in the settings that holds work up. */
export const doubtView = z.strictObject({
  key: z.string(),
  code: z.enum(DOUBT_CODES),
  step: z.enum(STEPS),
  /** What it is about. */
  object: z.enum(OBJECT_NAMES).nullable(),
  id: z.string().nullable(),
  title: z.string(),
  facts: z.record(z.string(), fact),
  /** Visits that it holds up, and what leaving them undone costs by the live playbook. */
  visits: z.array(z.strictObject({ id: z.string(), label: z.string(), what: z.string() })),
  visitCount: z.int(),
  price: z.number(),
  aside: z
    .strictObject({ id: z.string(), version: z.int(), reason: z.string(), untilDate: z.string() })
    .nullable(),
});
export type DoubtView = z.infer<typeof doubtView>;

export const pathView = z.strictObject({
  steps: z.array(
    z.strictObject({
      step: z.enum(STEPS),
      counts: z.record(z.string(), z.union([z.number(), z.string(), z.null()])),
      isEmpty: z.boolean(),
      doubts: z.int(),
    }),
  ),
  doubts: z.array(doubtView),
  openVisits: z.int(),
  firstDate: z.string().nullable(),
  lastDate: z.string().nullable(),
});
export type PathView = z.infer<typeof pathView>;
