import type { PlaybookDoubt, PlaybookDoubtCode } from '@/contract/playbooks/answers';
import type { Operator } from '@/contract/playbooks/filter';
import type { Preset } from '@/contract/playbooks/presets';
import type { PriceId } from '@/contract/playbooks/prices';
import type { RuleId } from '@/contract/playbooks/rules';
import type { PairStep } from '@/core/index';
import { spanText } from '../../shared/quantities';

/** Each rule in a few words, for lists and differences. */
export const RULE_NAMES: Readonly<Record<RuleId, string>> = {
  skills: 'Skills',
  territory: 'Territory',
  persons: 'Must and never',
  groups: 'Groups of people',
  parts: 'Parts',
  equipment: 'Equipment',
  load: 'Load',
  late: 'Promised windows',
  due: 'Due dates',
  lead: 'Earliest notice',
  access: 'Access hours',
  order: 'Order of visits',
  samePerson: 'Same person',
  ties: 'Ties',
  overtime: 'Overtime',
  ownTime: 'Travel on own time',
  breaks: 'Breaks',
  legalBreak: 'Break for all',
  rest: 'Daily rest',
  week: 'Hours of a week',
  weekNormal: 'Normal week',
  day: 'Size of a day',
  reach: 'Reach',
};

/** What takes people from visits, as a line of the dry run. */
export const STEP_NAMES: Readonly<Record<PairStep, string>> = {
  territory: 'Territory',
  skills: 'Skills',
  persons: 'Must and never',
  tie: 'Ties',
  attributes: 'Attributes',
  crew: 'Crews',
  parts: 'Parts',
  capacity: 'Load',
  windows: 'Windows and due dates',
  access: 'Access hours',
  hours: 'Hours of the day',
  reach: 'Reach',
};

/** The attribute rules that are always there. */
const GIVEN_RULES: Readonly<Record<string, string>> = {
  'lime:premises': 'Own premises',
  'lime:parts': 'Parts aboard or at the depot',
  'lime:group': 'Groups of people',
};

export function stepName(step: PairStep, ruleId?: string): string {
  if (ruleId === undefined) return STEP_NAMES[step];
  return GIVEN_RULES[ruleId] ?? `Attribute rule “${ruleId}”`;
}

interface PriceWords {
  readonly name: string;
  /** "an hour", "each". */
  readonly unit: string;
  /** How an amount of it is said: "3.2 h of driving". */
  readonly many: string;
}

export const PRICE_NAMES: Readonly<Record<PriceId, PriceWords>> = {
  drivingHour: { name: 'Driving', unit: 'an hour', many: 'h of driving' },
  drivingKm: { name: 'Distance', unit: 'a km', many: 'km' },
  overtimeHour: { name: 'Overtime', unit: 'an hour', many: 'h of overtime' },
  weekOvertimeHour: { name: 'Beyond the normal week', unit: 'an hour', many: 'h beyond the normal week' },
  lateMinute: { name: 'Late', unit: 'a minute', many: 'minutes late' },
  missedWindow: { name: 'Window missed', unit: 'each', many: 'missed windows' },
  dayWaited: { name: 'A day waited', unit: 'each', many: 'days waited' },
  favouredMissed: { name: 'Favoured person missed', unit: 'each', many: 'favoured persons missed' },
  avoidedUsed: { name: 'Avoided person sent', unit: 'each', many: 'avoided persons sent' },
  coverVisit: { name: 'Visit by cover', unit: 'each', many: 'visits by cover' },
  loanVisit: { name: 'Visit by somebody on loan', unit: 'each', many: 'visits on loan' },
  levelToSpare: { name: 'Expert on simple work', unit: 'a level', many: 'levels to spare' },
  changed: { name: 'Another person or day than live', unit: 'each', many: 'visits changed' },
  moved: { name: 'Another time than live', unit: 'each', many: 'visits moved' },
  marginMinute: { name: 'Margin before the close', unit: 'a minute short', many: 'minutes of margin' },
  siteTrip: { name: 'Trip to a shared site', unit: 'each', many: 'trips to shared sites' },
  unfairHour: { name: 'Beyond a fair share', unit: 'an hour', many: 'h beyond a fair share' },
  personOut: { name: 'Person sent out', unit: 'a day', many: 'days sent out' },
};

export const PRESET_WORDS: Readonly<Record<Preset, { readonly name: string; readonly says: string }>> = {
  'directive-2003-88': {
    name: 'Directive 2003/88/EC',
    says: '11 h of rest between days (art. 3), a break when the day is longer than 6 h (art. 4; its length is national law, 30 min here), 48 h a week (art. 6, here in every week)',
  },
  'regulation-561': {
    name: 'Regulation (EC) 561/2006, art. 7',
    says: '45 min after 4 h 30 of driving. Here all time counts as driving, which errs on the safe side; the break is not split',
  },
  'fair-labor': {
    name: '29 U.S.C. § 207',
    says: 'Work beyond 40 h in a week is dearer: set “Beyond the normal week” to half of what an hour costs',
  },
};

export const OPERATOR_WORDS: Readonly<Record<Operator, string>> = {
  is: 'is',
  'is-not': 'is not',
  'at-least': 'is at least',
  'at-most': 'is at most',
};

export const MATCH_WORDS = {
  equals: 'is the same as',
  'at-least': 'is at least',
  'at-most': 'is at most',
  contains: 'contains all of',
  'one-of': 'is one of',
} as const;

type Facts = PlaybookDoubt['facts'];
const DOUBTS: Readonly<Record<PlaybookDoubtCode, (f: Facts) => string>> = {
  'never-late': () => 'Nobody may be late at all, so this price can never be paid.',
  'cheaper-missed': (f) =>
    `Leaving a visit of priority ${f.priority} loose costs ${f.loose}, missing its window ${f.missed}: it will be left loose rather than come late.`,
  'never-cover': () => 'Nobody covers a territory here, so this price can never be paid.',
  'never-loan': () => 'Nobody is on loan in these days, so this price can never be paid.',
  'never-favoured': () => 'No visit of these days favours anybody, so this price can never be paid.',
  'never-avoided': () => 'No visit of these days avoids anybody, so this price can never be paid.',
  'never-normal-week': () =>
    'Nobody has normal hours of a week, and the rule for all is off, so this price can never be paid.',
  'never-site-trips': () => 'No site has several visits in these days, so this price can never be paid.',
  'never-paid': () => 'Nobody has a cost an hour, so it makes no difference how much of it counts.',
  'half-margin': () => 'A margin needs both: so many minutes, and a price for each that is missing.',
  'loose-order': (f) =>
    `Priority ${f.urgent} costs ${f.urgentPrice} as a loose end, priority ${f.less} costs ${f.lessPrice}: the less urgent work goes first.`,
  'loose-cheap': (f) =>
    `A loose end of priority ${f.priority} costs ${f.loose}, less than an hour of driving at ${f.hour}: work further away than that is left.`,
  'exception-unreached': (f) =>
    `Price ${f.behind} in the list takes all work first, so this one is never used.`,
  'exception-nothing': () => 'Nothing of these days fits this price of its own.',
  'leaves-nobody': (f) =>
    `${stepName(f.step as PairStep)} alone takes everybody from ${f.visits === 1 ? 'a visit' : `${f.visits} visits`}.`,
  'nobody-has': (f) => `Nobody has the attribute “${f.key}”: whoever asks for it gets nobody.`,
  'break-after-day': (f) =>
    `No day is longer than ${spanText(Number(f.longest))}, so a break beyond ${spanText(Number(f.after))} never falls due.`,
  'rest-long': (f) =>
    `Some are back at work after ${spanText(Number(f.night))}, less than ${spanText(Number(f.rest))} of rest: they lose the ends of their days.`,
  'reach-order': (f) =>
    `The first leg may be ${spanText(Number(f.first))}, a later one ${spanText(Number(f.leg))}: most often it is the other way round.`,
};

export function doubtText({ code, facts }: PlaybookDoubt): string {
  return DOUBTS[code](facts);
}
