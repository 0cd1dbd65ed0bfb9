import { z } from 'zod';
import { partsShape } from '../plan/plan-view';
import { playbookContent } from '../playbooks/playbook';
import { idText, price } from '../shared/fields';
import { extentSchema } from './run';

/** What is found out in the background by short runs and by trying: what a price buys, what binds most, what would make room. */
export const STUDY_KINDS = ['sweep', 'grid', 'binds', 'relax', 'files'] as const;

/** A price by where it stands in a playbook. */
const pricePath = z.string().regex(/^(looseEnd\.[0-4]|[a-zA-Z]{3,30})$/);
const amounts = (most: number) =>
  z
    .array(price)
    .min(2, 'at least 2 prices')
    .max(most, `at most ${most} prices`)
    .transform((list) => [...new Set(list)].sort((a, b) => a - b));
const runs = {
  /** Seconds of each short run. */
  seconds: z.int().min(1).max(30).default(3),
  /** Each price is tried with so many seeds, so that luck is told from effect. */
  seeds: z.int().min(1).max(5).default(2),
};
const onPlaybook = {
  /** What the other prices and the rules are; it need not be stored. */
  content: playbookContent,
  extent: extentSchema,
};

export const studyRequest = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('sweep'), ...onPlaybook, ...runs, path: pricePath, amounts: amounts(9) }),
  z.strictObject({
    kind: z.literal('grid'),
    ...onPlaybook,
    ...runs,
    path: pricePath,
    amounts: amounts(4),
    otherPath: pricePath,
    otherAmounts: amounts(4),
  }),
  z.strictObject({ kind: z.literal('binds'), planId: z.string().min(1).max(120), extent: extentSchema }),
  z.strictObject({
    kind: z.literal('relax'),
    planId: z.string().min(1).max(120),
    extent: extentSchema,
    visitId: z.string().min(1).max(120),
  }),
  z.strictObject({ kind: z.literal('files'), runId: idText }),
]);
export type StudyRequest = z.infer<typeof studyRequest>;

/** One short run of a sweep or a grid, read by the prices of today whatever it was run by. */
export const tried = z.strictObject({
  amount: z.number(),
  otherAmount: z.number().nullable(),
  seed: z.int(),
  parts: partsShape,
});
export type TriedPrice = z.infer<typeof tried>;

const change = z.number();
export const relaxation = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('skill-level'), skillId: z.string(), from: z.number(), to: z.number() }),
  z.strictObject({
    kind: z.literal('overtime'),
    personId: z.string(),
    shiftId: z.string(),
    addedSec: z.number(),
  }),
  z.strictObject({ kind: z.literal('window-later'), addedSec: z.number() }),
  z.strictObject({ kind: z.literal('window-earlier'), addedSec: z.number() }),
  z.strictObject({ kind: z.literal('reach'), personId: z.string(), addedSec: z.number() }),
  z.strictObject({ kind: z.literal('territory'), setting: z.enum(['home-and-cover', 'anybody']) }),
  z.strictObject({ kind: z.literal('person'), personId: z.string() }),
  z.strictObject({ kind: z.literal('untie-visit') }),
  z.strictObject({ kind: z.literal('untie'), visitId: z.string() }),
]);
export const spot = z.strictObject({ shiftId: z.string(), position: z.int() });
export const relaxed = z.strictObject({
  relaxation,
  price: change,
  startSec: z.number(),
  isAgreed: z.boolean(),
  spots: z.array(spot),
  moved: z.int(),
});
export type RelaxedFound = z.infer<typeof relaxed>;

/** Something more of which would save so much, found by trying. */
export const binding = z.strictObject({
  what: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('hours'),
      skills: z.array(z.strictObject({ skillId: z.string(), level: z.number() })),
      territoryId: z.string().nullable(),
      dayIx: z.int(),
      addedSec: z.number(),
    }),
    z.strictObject({ kind: z.literal('overtime'), addedSec: z.number() }),
    z.strictObject({ kind: z.literal('lateness'), addedSec: z.number() }),
    z.strictObject({ kind: z.literal('territory'), setting: z.enum(['home-and-cover', 'anybody']) }),
  ]),
  saves: z.number(),
  placed: z.int(),
});
export type BindingFound = z.infer<typeof binding>;

export const studyFound = z.strictObject({
  done: z.int().default(0),
  of: z.int().default(0),
  tried: z.array(tried).default([]),
  relaxed: z.array(relaxed).default([]),
  bindings: z.array(binding).default([]),
});
export type StudyFound = z.infer<typeof studyFound>;

export const studyView = z.strictObject({
  id: z.string(),
  kind: z.enum(STUDY_KINDS),
  status: z.enum(['queued', 'running', 'done', 'failed', 'stopped']),
  found: studyFound,
  failure: z.string().nullable(),
  createdBy: z.string(),
  createdAt: z.string(),
});
export type StudyView = z.infer<typeof studyView>;
