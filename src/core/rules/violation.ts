import type { TimedPlan } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';

/** Every way in which a plan can break a rule. */
export const RULE_CODES = [
  'structure',
  'travel',
  'working-hours',
  'overtime-limit',
  'own-time-travel',
  'break',
  'windows',
  'access',
  'skills',
  'territory',
  'persons',
  'tie',
  'capacity',
  'attributes',
  'crew',
  'together',
  'equipment',
  'parts',
  'order',
  'same-person',
  'rest',
  'work-limit',
  'most-visits',
  'most-travel',
  'reach',
] as const;
export type RuleCode = (typeof RULE_CODES)[number];

/** One broken rule, as data; the words are made where it is shown. */
export interface Violation {
  readonly rule: RuleCode;
  readonly shiftId?: string;
  readonly visitId?: string;
  readonly facts: Readonly<Record<string, string | number | null>>;
}

export type Rule = (index: ProblemIndex, plan: TimedPlan) => Violation[];
