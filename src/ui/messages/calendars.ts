import { problemText } from './problems';

const WORDS: Readonly<Record<string, string>> = {
  'calendar-origin':
    'calendars may not be read from there. Whoever runs this installation can allow it (LIME_CALENDARS).',
  'calendar-away': 'nothing answers there, or it answers from somewhere else.',
  'calendar-large': 'it is larger than 2 MB.',
  'not-found': 'whoever keeps it may not change these days, or is here no longer.',
};

/** Why a calendar could not be read. */
export function calendarFailureText(code: string): string {
  const [name = '', fact = ''] = code.split(' ');
  if (name === 'calendar-status') return `it answers with ${fact}.`;
  return WORDS[name] ?? `${problemText({ path: 'it', code: name, facts: {} })}.`;
}
