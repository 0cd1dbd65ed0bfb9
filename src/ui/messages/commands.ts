import type { HandDeed } from '@/contract/plan/hand';
import type { ObjectName } from '@/contract/shared/fields';
import { clock, dayText, momentText } from '../shared/time';
import { changeText, durationText, priceText } from './figures';

/** What each kind of object is called, one of it. */
export const OBJECT_WORDS: Readonly<Record<ObjectName, string>> = {
  company: 'company',
  roads: 'road network',
  territories: 'territory',
  depots: 'depot',
  skills: 'skill',
  parts: 'part',
  'equipment-kinds': 'kind of equipment',
  equipment: 'unit of equipment',
  groups: 'group',
  'week-patterns': 'week pattern',
  'job-kinds': 'job kind',
  technicians: 'technician',
  crews: 'crew',
  sites: 'site',
  'work-orders': 'work order',
  visits: 'visit',
  offers: 'offer of windows',
  calendars: 'calendar',
  users: 'user',
  asides: 'doubt put aside',
  closures: 'closed road',
  'list-views': 'view',
  'column-maps': 'reading of columns',
  filters: 'filter',
  'run-templates': 'template of runs',
  customers: 'customer',
  assets: 'asset',
  agreements: 'agreement',
  'problem-kinds': 'kind of problem',
  requests: 'request',
  'maintenance-plans': 'maintenance plan',
  'message-templates': 'message template',
  hooks: 'hook',
};

/** One of a kind, with its article: "an agreement", "a site", "a unit of equipment". */
export function oneOf(object: ObjectName): string {
  const word = OBJECT_WORDS[object];
  return `${/^[aeio]/.test(word) ? 'an' : 'a'} ${word}`;
}

type Facts = Readonly<Record<string, unknown>>;

function thing({ object, title }: Facts): string {
  const word = OBJECT_WORDS[object as ObjectName] ?? String(object);
  return `${word} ${String(title ?? '')}`.trim();
}

/** What a hand did, before the names of visits. */
export const DEED_WORDS: Readonly<Record<HandDeed, string>> = {
  place: 'Placed',
  move: 'Moved',
  'take-off': 'Took off',
  stretch: 'Changed the time of',
  tie: 'Tied',
  untie: 'Untied',
  untangle: 'Untangled',
  cancel: 'Cancelled',
};

function handText(f: Facts): string {
  const names = Array.isArray(f.visits) ? (f.visits as string[]) : [];
  const more = Number(f.count ?? names.length) - names.length;
  const what = `${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
  const where =
    typeof f.person === 'string' && typeof f.date === 'string' ? `, ${f.person} ${dayText(f.date)}` : '';
  const reason = typeof f.reason === 'string' ? `, against a rule: ${f.reason}` : '';
  return `${DEED_WORDS[f.deed as HandDeed] ?? 'Changed'} ${what}${where} (${changeText(Number(f.price ?? 0), priceText)})${reason}`;
}

const WAY_DONE: Readonly<Record<string, string>> = {
  room: 'Made room, which moved',
  swap: 'Swapped',
  spread: 'Gave to others',
  rest: 'Optimized, which moved',
};

const STAGE_WORDS: Readonly<Record<string, string>> = {
  open: 'Opened again',
  done: 'Done',
  confirmed: 'Confirmed',
};

/** The window that a command is about. */
function spanOf(f: Facts): string {
  const zone = typeof f.zone === 'string' ? f.zone : 'UTC';
  return `${momentText(Number(f.startAt), zone)}–${clock(Number(f.endAt), zone)}`;
}

const namesIn = (f: Facts): string => (Array.isArray(f.visits) ? (f.visits as string[]).join(', ') : '');

const SENTENCES: Readonly<Record<string, (facts: Facts) => string>> = {
  'duplicate-visits': (f) => `Duplicated ${namesIn(f)}`,
  'bring-back-visits': (f) => `Brought back ${namesIn(f)}`,
  create: (f) => `New ${thing(f)}`,
  save: (f) => `Changed ${thing(f)}`,
  archive: (f) => `Put away ${thing(f)}`,
  import: (f) =>
    f.object === 'work'
      ? `Brought in ${String(f.count)} lines of work`
      : `Brought in ${String(f.count)} × ${OBJECT_WORDS[f.object as ObjectName] ?? String(f.object)}`,
  'save-many': (f) =>
    `Changed ${String(f.count)} × ${OBJECT_WORDS[f.object as ObjectName] ?? String(f.object)}`,
  'copy-playbook': (f) => `Copied the playbook ${String(f.from)} as ${String(f.title)}`,
  'save-playbook': (f) =>
    `Saved version ${String(f.version)} of the playbook ${String(f.title)}: ${String(f.note)}`,
  'rename-playbook': (f) => `Called the playbook ${String(f.from)} ${String(f.title)}`,
  'archive-playbook': (f) => `Put away the playbook ${String(f.title)}`,
  'restore-playbook': (f) => `Brought back the playbook ${String(f.title)}`,
  'live-playbook': (f) => `The live plan is priced by ${String(f.title)}`,
  'read-calendar': (f) => `Read the calendar ${String(f.title)}`,
  'bring-roads': (f) => `Brought in the roads of ${String(f.title)}`,
  'draw-outlines': (f) => `Drew ${Array.isArray(f.names) ? f.names.join(', ') : 'outlines'}`,
  'join-sites': (f) => `Joined site ${String(f.dropped)} into ${String(f.title)}`,
  restore: (f) => `Took back ${thing(f)}`,
  'accept-draft': (f) => `Accepted ${String(f.draft)}`,
  'throw-away-draft': (f) => `Threw away ${String(f.draft)}`,
  'by-hand': () => 'Planned by hand',
  hand: handText,
  'take-in': (f) => `Took in ${String(f.what)} at ${String(f.site)}`,
  promise: (f) =>
    `Promised ${spanOf(f)} at ${String(f.site)} (${changeText(Number(f.price ?? 0), priceText)})`,
  rebook: (f) =>
    `Rebooked ${String(f.site)} to ${spanOf(f)} (${changeText(Number(f.price ?? 0), priceText)})${typeof f.reason === 'string' ? `: ${f.reason}` : ''}`,
  'field-done': () => 'Done, to be confirmed by the office',
  remedy: (f) =>
    f.kind === 'break'
      ? `Moved a break to ${clock(Number(f.startAt), String(f.zone))} (${changeText(Number(f.price ?? 0), priceText)})${Number(f.pushed) > 0 ? `, ${String(f.pushed)} later for it` : ''}`
      : Number(f.moves ?? 1) > 1
        ? `${WAY_DONE[String(f.kind)] ?? 'Changed'} ${String(f.moves)} visits of the day (${changeText(Number(f.price ?? 0), priceText)})`
        : `Gave ${String(f.label)} to ${String(f.person)} at ${clock(Number(f.startAt), String(f.zone))} (${changeText(Number(f.price ?? 0), priceText)})${Number(f.pushed) > 0 ? `, ${String(f.pushed)} later for it` : ''}`,
  'cancel-order': (f) => `Cancelled ${String(f.label)}: ${String(f.reason)}`,
  'stage-order': (f) => `${STAGE_WORDS[String(f.stage)] ?? 'Changed'} ${String(f.label)}`,
  'own-crew': (f) =>
    `${String(f.person)} ${f.change === 'leads' ? 'leads the crew today' : f.change === 'away' ? 'is not with the crew today' : 'is with the crew after all'}`,
  'grant-leave': (f) =>
    `Granted ${String(f.person)} time off, ${momentText(Number(f.from), String(f.zone))} to ${momentText(Number(f.until), String(f.zone))}`,
  'begin-day': () => 'Began the played day anew',
  'continue-visit': (f) =>
    `${String(f.label)} goes on as another visit of ${durationText(Number(f.minutes) * 60)}`,
  'move-unfinished': (f) =>
    `Took ${String(f.label)} off to be placed anew, ${durationText(Number(f.minutes) * 60)} left`,
  'add-visit': (f) => `Another visit of ${String(f.label)}`,
  'link-request': () => 'Linked a request to its work order',
  'generate-maintenance': (f) => `Made ${String(f.count)} work orders of ${String(f.plan)}`,
  'book-alone': (f) => `Booked by the customer: ${String(f.site)}, ${spanOf(f)}`,
  earlier: (f) => String(f.source),
  undo: (f) => {
    const what = commandText(String(f.of), (f.ofFacts ?? {}) as Facts);
    return f.again === true ? `Again: ${what}` : `Undone: ${what}`;
  },
};

/** A command as a sentence. */
export function commandText(name: string, facts: Facts): string {
  return SENTENCES[name]?.(facts) ?? name;
}
