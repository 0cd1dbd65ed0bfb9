import type { FieldProblem } from '@/contract/shared/problems';
import { OBJECT_WORDS } from './commands';

type Facts = FieldProblem['facts'];

const of = (facts: Facts, name: string): string => String(facts[name] ?? '');

/** What is wrong with a field, by code: each tells what was expected. */
const WORDS: Readonly<Record<string, (facts: Facts) => string>> = {
  missing: () => 'is missing',
  'not-string': () => 'must be text',
  'not-number': () => 'must be a number',
  'not-int': () => 'must be a whole number',
  'not-boolean': () => 'must be yes or no',
  'not-array': () => 'must be a list',
  'not-json': () => 'must be JSON',
  'no-such-column': (f) => `has a column ${of(f, 'column')} that there is not`,
  'not-csv': () => 'cannot be read as CSV',
  'not-object': () => 'has the wrong shape',
  'too-small': (f) => (f.of === 'string' ? 'is too short' : `is at least ${of(f, 'least')}`),
  'too-big': (f) =>
    f.of === 'string' ? `has at most ${of(f, 'most')} characters` : `is at most ${of(f, 'most')}`,
  'invalid-value': (f) => `is one of ${of(f, 'allowed')}`,
  'unrecognized-keys': (f) => `has no ${of(f, 'keys')}`,
  'format-date': () => 'must be a day like 2026-06-09',
  'format-datetime': () => 'must be a moment like 2026-06-09T08:30:00Z',
  'format-email': () => 'must be an e-mail address',
  'format-regex': () => 'may have letters, digits, dots, dashes, colons and underscores',
  'date-range': () => 'lies between 1990 and 2199',
  zone: () => 'must be a time zone like Atlantic/Madeira',
  twice: () => 'is listed twice',
  overlap: () => 'overlaps another one',
  'ends-before': () => 'ends before it begins',
  'loan-ends': () => 'needs an end: a loan is for a time',
  'depot-needed': () => 'must be chosen where a day begins or ends at a depot',
  'both-or-none': () => 'goes with the field before it: give both or none',
  'leader-is-member': () => 'holds the leader already',
  'crew-or-people': () => 'asks for a crew; then several people cannot be asked for as well',
  'best-and-worst': () => 'goes with the best: give both or none',
  'best-above-usual': () => 'is no longer than the usual duration',
  'worst-below-usual': () => 'is no shorter than the usual duration',
  'no-room-for-window': () => 'leaves no room for a single window',
  'not-yours': () => 'belongs to a territory in which you may change nothing',
  'meant-twice': (f) => `give ${of(f, 'field')} to two columns`,
  'weeks-form': () => 'is written like “Mon-Fri 8-12, 13-17; Sat 8-12”, weeks by turns parted by “/”',
  'list-form': () => 'has more parts between colons than there are; items are parted by semicolons',
  'file-empty': () => 'is empty',
  'file-binary': (f) => `is ${of(f, 'what')}; save it as CSV and bring that in`,
  'not-ical': (f) => `is no iCalendar file: ${of(f, 'what')}`,
  'event-no-start': (f) => `has an event with no beginning: ${of(f, 'uid')}`,
  'too-many-repeats': (f) => `repeats its events more than ${of(f, 'most')} times`,
  'too-many-days': (f) => `takes more than ${of(f, 'most')} days`,
  'calendar-address': () => 'begins with http:// or https://, or with / for the stand-in of this machine',
  'one-of-two': () => 'is for a person or for a territory: choose one of the two',
  'over-already': () => 'is over already',
  'too-far': (f) => `is within ${of(f, 'most')} days`,
  'not-xml': (f) => `is broken at line ${of(f, 'line')}: ${of(f, 'what')}`,
  'not-osm': (f) => `is XML, but no map: it begins with ${of(f, 'root')}`,
  'not-pbf': (f) => `is no whole OpenStreetMap PBF: ${of(f, 'what')}`,
  'not-packed': () => 'is packed, but cannot be unpacked, or is too large unpacked',
  'no-road-file': () => 'is neither OpenStreetMap XML or PBF nor GeoJSON',
  'not-road-lines': (f) => `is no collection of GeoJSON lines: see ${of(f, 'where')}`,
  'no-roads': () => 'has no road in it that vans drive on',
  'roads-too-long': () => 'took too long to read, and was given up',
  'roads-broken': () => 'could not be read',
  'no-such-place': (f) => `has a point that is not on the globe: ${of(f, 'point')}`,
  'from-midnight': () => 'is 0 for the first: speeds are said from midnight on',
  'not-ascending': () => 'is later than the one before',
  'json-no-list': () => 'is JSON, but no list of objects',
  'json-no-object': (f) => `holds something else than an object as its item ${of(f, 'item')}`,
  'too-many-columns': (f) => `has more than ${of(f, 'most')} columns`,
  'column-twice': (f) => `has the column ${of(f, 'column')} twice`,
  'wrong-password': () => 'is not the password that you have now',
  'same-password': () => 'is the one that you have already',
  'outline-hole': () => 'has holes, which outlines here cannot have',
  'outline-open': () => 'is not closed: its last corner must be its first again',
  'in-no-territory': () => 'lies in no territory',
  'outline-crosses': (f) =>
    `crosses itself: its edge at corner ${of(f, 'first')} meets the one at corner ${of(f, 'second')}`,
  'long-alone': () => 'is for the work of one person',
  'most-below-least': () => 'is no less than the least',
  'no-such': (f) =>
    `names a ${OBJECT_WORDS[f.object as keyof typeof OBJECT_WORDS] ?? of(f, 'object')} that is not there`,
  'no-such-field': () => 'is not a field that can be asked for',
  taken: () => 'is taken already',
  'database-rule': () => 'goes against a rule of the data',
};

/** "durationMin is at least 1": a field and what is wrong with it. */
export function problemText({ path, code, facts }: FieldProblem): string {
  return `${path || 'this'} ${WORDS[code]?.(facts) ?? 'is not right'}`;
}
