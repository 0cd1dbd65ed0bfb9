import ICAL from 'ical.js';
import { zone as zoneShape } from '@/contract/shared/fields';
import { datesFrom, daysBetween, instantOf, localDateOf } from '@/core/index';
import { Refusal } from '../../shared/refusal';

/** Part of a local day that an event takes, minutes past midnight; a whole day is 0 to 1440. */
export interface CalendarDay {
  readonly date: string;
  readonly startMin: number;
  readonly endMin: number;
  readonly title: string;
}

export interface CalendarSpan {
  /** The clock by which days are meant, and by which times that name no zone are read. */
  readonly zone: string;
  readonly firstDate: string;
  readonly lastDate: string;
}

/** Occurrences of one event that are looked at, and of all in a file; days that come of it. */
const MOST_OCCURRENCES = 20_000;
const MOST_IN_ALL = 60_000;
const MOST_DAYS = 1000;

function refuse(code: string, facts: Record<string, string | number> = {}): never {
  throw new Refusal('invalid', { problems: [{ path: 'file', code, facts }] });
}

const two = (n: number): string => String(n).padStart(2, '0');
const dateOf = (t: ICAL.Time): string => `${String(t.year).padStart(4, '0')}-${two(t.month)}-${two(t.day)}`;

/** The moment of a time: by the zone it names where that is known, else by what the file says of that zone. */
function secondOf(t: ICAL.Time, own: string): number {
  const id = t.zone?.tzid ?? 'floating';
  if (id === 'UTC' || id === 'Z') return t.toUnixTime();
  const minutes = t.hour * 60 + t.minute;
  if (id === 'floating') return instantOf(dateOf(t), minutes, own) + t.second;
  return zoneShape.safeParse(id).success ? instantOf(dateOf(t), minutes, id) + t.second : t.toUnixTime();
}

/** An event's share of each local day that it touches (RFC 5545 §3.6.1: the end is exclusive). */
function daysOf(start: ICAL.Time, end: ICAL.Time, title: string, zone: string): CalendarDay[] {
  if (start.isDate) {
    const n = Math.max(1, daysBetween(dateOf(start), dateOf(end)));
    return datesFrom(dateOf(start), Math.min(n, MOST_DAYS)).map((date) => ({
      date,
      startMin: 0,
      endMin: 1440,
      title,
    }));
  }
  const [from, to] = [secondOf(start, zone), secondOf(end, zone)];
  if (to <= from) return [];
  const first = localDateOf(from, zone);
  const n = Math.min(daysBetween(first, localDateOf(to - 1, zone)) + 1, MOST_DAYS);
  const minuteOn = (date: string, sec: number): number => {
    // By the clock, so that a day with an hour more or less ends at 24:00 all the same.
    if (localDateOf(sec, zone) !== date) return sec < instantOf(date, 720, zone) ? 0 : 1440;
    const clock = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    }).format(sec * 1000);
    const [h, m] = clock.split(':').map(Number);
    return h! * 60 + m!;
  };
  return datesFrom(first, n).flatMap((date) => {
    const [startMin, endMin] = [minuteOn(date, from), minuteOn(date, to)];
    return endMin > startMin ? [{ date, startMin, endMin, title }] : [];
  });
}

function isFree(event: ICAL.Component): boolean {
  const text = (name: string): string => String(event.getFirstPropertyValue(name) ?? '').toUpperCase();
  return text('transp') === 'TRANSPARENT' || text('status') === 'CANCELLED';
}

function parsed(text: string): ICAL.Component {
  try {
    const root = new ICAL.Component(ICAL.parse(text) as never);
    if (root.name === 'vcalendar') return root;
  } catch (cause) {
    refuse('not-ical', { what: cause instanceof Error ? cause.message.slice(0, 120) : '' });
  }
  return refuse('not-ical', { what: 'no VCALENDAR' });
}

/**
 * The parts of days that a calendar takes (RFC 5545): events with all their repetitions, without those that are
 * cancelled or leave the time free. Sorted, each once.
 */
export function readCalendar(text: string, { zone, firstDate, lastDate }: CalendarSpan): CalendarDay[] {
  const events = parsed(text).getAllSubcomponents('vevent');
  const out = new Map<string, CalendarDay>();
  const before = instantOf(firstDate, 0, 'UTC') - 86_400;
  const after = instantOf(lastDate, 1440, 'UTC') + 86_400;
  const add = (start: ICAL.Time, end: ICAL.Time, title: string): void => {
    for (const day of daysOf(start, end, title.slice(0, 200), zone)) {
      if (day.date < firstDate || day.date > lastDate) continue;
      const key = `${day.date} ${day.startMin}`;
      const known = out.get(key);
      if (!known || known.endMin < day.endMin) out.set(key, day);
      if (out.size > MOST_DAYS) refuse('too-many-days', { most: MOST_DAYS });
    }
  };
  let looked = 0;
  try {
    const changed = events.filter((e) => e.hasProperty('recurrence-id'));
    for (const component of events) {
      if (component.hasProperty('recurrence-id')) continue;
      const event = new ICAL.Event(component);
      if (!event.startDate) refuse('event-no-start', { uid: String(event.uid ?? '').slice(0, 60) });
      if (!event.isRecurring()) {
        if (!isFree(component)) add(event.startDate, event.endDate, event.summary ?? '');
        continue;
      }
      for (const other of changed)
        if (other.getFirstPropertyValue('uid') === event.uid) event.relateException(other);
      const each = event.iterator();
      for (let n = 0; n < MOST_OCCURRENCES; n++) {
        const next = each.next();
        if (++looked > MOST_IN_ALL) refuse('too-many-repeats', { most: MOST_IN_ALL });
        const at = next ? secondOf(next, zone) : after + 1;
        if (!next || at > after) break;
        // What an event once was takes as long to lay out as what it will be; a changed one may have been moved from there.
        if (at + event.duration.toSeconds() < before && Object.keys(event.exceptions).length === 0) continue;
        const { startDate, endDate, item } = event.getOccurrenceDetails(next);
        if (!isFree(item.component)) add(startDate, endDate, item.summary ?? '');
      }
    }
  } catch (cause) {
    if (cause instanceof Refusal) throw cause;
    refuse('not-ical', { what: cause instanceof Error ? cause.message.slice(0, 120) : '' });
  }
  return [...out.values()].sort((a, b) => a.date.localeCompare(b.date) || a.startMin - b.startMin);
}
