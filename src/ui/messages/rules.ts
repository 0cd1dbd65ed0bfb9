import type { RuleCode } from '@/core/index';

/** Each hard rule in a few words. The type makes sure that none is without. */
export const RULE_WORDS: Readonly<Record<RuleCode, string>> = {
  structure: 'Every visit is planned once or is a loose end',
  travel: 'Not enough time to drive there',
  'working-hours': 'Starts before the working day',
  'overtime-limit': 'More overtime than the person accepts',
  'own-time-travel': 'More own-time driving than allowed',
  break: 'Break missing or outside its window',
  access: 'The site lets nobody in then',
  attributes: 'An attribute of the person does not match the visit',
  crew: 'Needs a larger crew, or the person works in a crew then',
  together: 'Several people are needed at once',
  equipment: 'Shared equipment is missing or in use elsewhere',
  parts: 'A part is neither aboard nor to be fetched',
  order: 'Not after the visit it must follow',
  'same-person': 'Must go to the person of another visit',
  rest: 'Too little rest since the day before',
  'work-limit': 'More work than a shared limit allows',
  'most-visits': 'More visits in a day than the person takes',
  'most-travel': 'More driving in a day than the person does',
  reach: 'A leg longer than the person’s reach',
  windows: 'Outside every window',
  skills: 'Skill or level missing on the day',
  territory: 'Not a person of this territory',
  persons: 'Against the customer’s wish about persons',
  tie: 'Moved although tied',
  capacity: 'More than fits aboard',
};

/** The same where it is told why somebody is out of the question; `room` is the plan itself. */
export const REASON_WORDS: Readonly<Record<RuleCode | 'room', string>> = {
  ...RULE_WORDS,
  territory: 'Territory: neither home nor cover',
  skills: 'Skills and levels on the day',
  persons: 'Must and never of the customer',
  tie: 'Tied to somebody else',
  attributes: 'Attributes do not match',
  crew: 'Not a crew large enough, or out with one',
  parts: 'Parts neither aboard nor at the depot',
  capacity: 'Does not fit aboard',
  windows: 'Hours, windows, due date or access',
  room: 'No room in the day as it is',
};

/** Why a loose end is loose, in few words; null where it has a place that nobody took. */
export function whyLooseText(why: string | null): string {
  if (why === null) return 'has a place';
  if (why === 'nobody') return 'nobody works then';
  return REASON_WORDS[why as keyof typeof REASON_WORDS] ?? why;
}
