import { z } from 'zod';
import { PAIR_STEPS } from '@/core/index';
import { partsShape } from '../plan/plan-view';
import { extentSchema } from '../runs/run';
import { idText } from '../shared/fields';
import { brokenVisit, counted, visitNamed } from '../shared/named-visits';
import { playbookContent } from './playbook';

/** A playbook that is only tried: on a plan, over an extent or the days ahead. */
export const tryPlaybook = z.strictObject({
  content: playbookContent,
  /** The stored version against which it is told. */
  versionId: idText,
  planId: z.string().min(1).max(120).default('live'),
  extent: extentSchema.nullable().default(null),
});

/** What is odd about a playbook: contradictions, prices that can never matter, rules that leave nobody. */
export const DOUBT_CODES = [
  'never-late',
  'cheaper-missed',
  'never-cover',
  'never-loan',
  'never-favoured',
  'never-avoided',
  'never-normal-week',
  'never-site-trips',
  'never-paid',
  'half-margin',
  'loose-order',
  'loose-cheap',
  'exception-unreached',
  'exception-nothing',
  'leaves-nobody',
  'nobody-has',
  'break-after-day',
  'rest-long',
  'reach-order',
] as const;
export type PlaybookDoubtCode = (typeof DOUBT_CODES)[number];
const doubt = z.strictObject({
  code: z.enum(DOUBT_CODES),
  /** The line that it is about. */
  at: z.string(),
  facts: z.record(z.string(), z.union([z.string(), z.number()])),
});
export type PlaybookDoubt = z.infer<typeof doubt>;

const step = z.enum(PAIR_STEPS);

/** What a playbook does, at once and without a run. */
export const triedPlaybook = z.strictObject({
  extent: extentSchema,
  planName: z.string(),
  people: z.int(),
  visits: z.int(),
  steps: z.array(z.strictObject({ step, ruleId: z.string().optional(), removed: z.int(), alone: z.int() })),
  left: z.int(),
  nobody: counted(
    visitNamed.extend({
      removed: z.array(z.strictObject({ step, ruleId: z.string().optional(), people: z.int() })),
    }),
  ),
  /** The plan as it is scored by what is tried, and by the stored version. */
  parts: partsShape,
  before: partsShape,
  /** Visits of the plan that break a rule by what is tried and not by the stored version. */
  broken: counted(brokenVisit),
  doubts: z.array(doubt),
});
export type TriedPlaybook = z.infer<typeof triedPlaybook>;
