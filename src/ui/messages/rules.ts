import type { RuleCode } from '@/core/index';

/** Each hard rule in a few words. The type makes sure that none is without. */
export const RULE_WORDS: Readonly<Record<RuleCode, string>> = {
  structure: 'Every visit is planned once or is a loose end',
  travel: 'Not enough time to drive there',
  'working-hours': 'Starts before the working day',
  'overtime-limit': 'More overtime than the person accepts',
  'own-time-travel': 'More own-time driving than allowed',
  break: 'Break missing or outside its window',
  windows: 'Outside every window',
  skills: 'Skill or level missing on the day',
  territory: 'Not a person of this territory',
  persons: 'Against the customer’s wish about persons',
  tie: 'Moved although tied',
  capacity: 'More than fits aboard',
};
