import type { NeedKind, PersonState } from '@/contract/day/day-view';
import type { FieldReport, ReportRefusal } from '@/contract/day/reports';
import type { FieldState } from '@/core/index';
import { clock } from '../../shared/time';

export const FIELD_WORDS: Readonly<Record<FieldState, string>> = {
  planned: 'planned',
  accepted: 'accepted',
  'on-the-way': 'on the way',
  'on-site': 'on site',
  done: 'done',
  'not-done': 'not done',
  cancelled: 'cancelled',
};

export const PERSON_WORDS: Readonly<Record<PersonState, string>> = {
  'not-begun': 'not begun',
  free: 'free',
  'on-the-way': 'on the way',
  'on-site': 'on site',
  break: 'break',
  silent: 'silent',
  away: 'out',
  home: 'signed off',
};

export const REFUSED_WORDS: Readonly<Record<ReportRefusal, string>> = {
  'not-planned': 'it is not planned with you any more',
  'said-already': 'it was said already',
  already: 'somebody has said already how it ended',
  'not-after': 'it had not begun yet',
  'still-there': 'another one is still under way',
  'on-break': 'there was a break',
  'not-on-break': 'there was no break',
  gone: 'the day was signed off',
  'too-many': 'there are as many photos as are kept of one visit',
};

/** What somebody has to look after, in words; `what` is the visit and `who` the person. */
export const NEED_WORDS: Readonly<
  Record<
    NeedKind,
    (facts: { what: string; who: string; where: string; minutes: string; rule: string }) => string
  >
> = {
  'will-miss': ({ what, minutes }) => `${what} will miss what was promised by ${minutes}`,
  'not-started': ({ what, minutes }) => `${what} is not started, ${minutes} late`,
  'could-not': ({ what }) => `${what} could not be done`,
  'not-done': ({ what }) => `${what} is past and not done`,
  break: ({ who, minutes }) => `${who} gets the break ${minutes} too late`,
  silent: ({ who, minutes }) => `${who} was not heard of for ${minutes}`,
  emergency: ({ what }) => `${what}: urgent, and without a place`,
  overtime: ({ who, minutes }) => `${who} works ${minutes} over`,
  free: ({ who, minutes }) => `${who} is free for ${minutes}`,
  out: ({ who }) => `${who} is out for the day`,
  nobody: ({ where }) => `${where}: everybody with visits is out`,
  busy: ({ what, who }) => `${what}: ${who} is off then`,
  rule: ({ what, rule }) => `${what}: ${rule}`,
  leave: ({ who }) => `${who} asks for time off`,
  unseen: ({ who }) => `${who} has not seen what changed of the day`,
};

/** What somebody in the field says, in their words. */
export const FIELD_SAYS: Readonly<Record<FieldReport['kind'], string>> = {
  accepted: 'Accepted',
  late: 'Running late',
  'on-the-way': 'On the way',
  arrived: 'I am there',
  done: 'Done here',
  'not-done': 'Can’t finish',
  'more-time': 'Need more time',
  papers: 'What was done',
  photo: 'A photo',
  'break-begins': 'Break',
  'break-ends': 'Break is over',
  off: 'End of the day',
  out: 'I cannot go on today',
  back: 'I can go on',
  seen: 'I have seen it',
  position: 'My place',
};

/** How far a visit is by the field, in one sentence. */
export function fieldText(
  f: {
    readonly state: FieldState;
    readonly beganAt: number | null;
    readonly endedAt: number | null;
    readonly moreMin: number;
    readonly lateMin: number;
    readonly reason: string;
  },
  zone: string,
): string {
  const times =
    f.beganAt === null
      ? ''
      : f.endedAt === null
        ? ` since ${clock(f.beganAt, zone)}`
        : `, ${clock(f.beganAt, zone)}–${clock(f.endedAt, zone)}`;
  const more = f.moreMin > 0 ? `, ${f.moreMin} min more than planned` : '';
  const late = f.lateMin > 0 && f.beganAt === null ? `, ${f.lateMin} min late by their own word` : '';
  const why = f.reason === '' ? '' : `: ${f.reason}`;
  return `From the field: ${FIELD_WORDS[f.state]}${times}${more}${late}${why}.`;
}

const REPORT_WORDS: Readonly<Record<string, string>> = {
  accepted: 'Accepted it',
  'on-the-way': 'On the way',
  arrived: 'There',
  done: 'Done',
  'not-done': 'Could not be done',
  'more-time': 'Needs more time',
  late: 'Running late',
  papers: 'Sent what was done',
  photo: 'Sent a photo',
};

/** A report from the field, as a history tells it. */
export function reportText(kind: string, facts: Readonly<Record<string, unknown>>): string {
  const minutes = typeof facts.minutes === 'number' ? `, ${facts.minutes} min` : '';
  const reason = typeof facts.reason === 'string' ? `: ${facts.reason}` : '';
  const why = REFUSED_WORDS[facts.refused as ReportRefusal];
  return `${REPORT_WORDS[kind] ?? kind}${minutes}${reason}${why ? ` (does not count: ${why})` : ''}`;
}
