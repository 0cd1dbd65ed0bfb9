import ical, { ICalEventRepeatingFreq, ICalEventTransparency } from 'ical-generator';
import { offsetMinutes } from '@/core/index';

/** An event by the clock of a zone: a stretch of some day, or whole days; repeated or not. */
export interface WrittenEvent {
  readonly uid: string;
  readonly title: string;
  readonly date: string;
  readonly startMin: number;
  /** Beyond 1440 it runs into the next day. */
  readonly endMin: number;
  readonly isBusy: boolean;
  readonly everyWeeks?: number;
}

const two = (n: number): string => String(n).padStart(2, '0');
const stamp = (sec: number): string => new Date(sec * 1000).toISOString().slice(0, 19).replace(/[-:]/g, '');
const offsetText = (minutes: number): string =>
  `${minutes < 0 ? '-' : '+'}${two(Math.floor(Math.abs(minutes) / 60))}${two(Math.abs(minutes) % 60)}`;

const HOUR = 3600;

/** Moments within some years at which a zone's clock is put forward or back. */
function changesOf(
  zone: string,
  fromYear: number,
  years: number,
): { at: number; from: number; to: number }[] {
  const out: { at: number; from: number; to: number }[] = [];
  const end = Date.UTC(fromYear + years, 0, 1) / 1000;
  let at = Date.UTC(fromYear, 0, 1) / 1000;
  for (let before = offsetMinutes(at, zone); at < end; at += 24 * HOUR) {
    if (offsetMinutes(at + 24 * HOUR, zone) === before) continue;
    let [low, high] = [at, at + 24 * HOUR];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (offsetMinutes(middle, zone) === before) low = middle;
      else high = middle;
    }
    const after = offsetMinutes(high, zone);
    out.push({ at: high, from: before, to: after });
    before = after;
  }
  return out;
}

/** VTIMEZONE (RFC 5545 §3.6.5): each change of the clock in the years round what is written, one by one. */
function zoneComponent(zone: string, fromYear: number): string {
  const start = Date.UTC(fromYear, 0, 1) / 1000;
  const first = offsetMinutes(start, zone);
  const part = (name: string, at: number, from: number, to: number): string[] => [
    `BEGIN:${name}`,
    `DTSTART:${stamp(at + from * 60)}`,
    `TZOFFSETFROM:${offsetText(from)}`,
    `TZOFFSETTO:${offsetText(to)}`,
    `END:${name}`,
  ];
  const lines = [
    'BEGIN:VTIMEZONE',
    `TZID:${zone}`,
    ...part('STANDARD', start, first, first),
    ...changesOf(zone, fromYear, 4).flatMap(({ at, from, to }) =>
      part(to > from ? 'DAYLIGHT' : 'STANDARD', at, from, to),
    ),
    'END:VTIMEZONE',
  ];
  return lines.join('\r\n');
}

/** A day and minutes past its midnight as a wall clock, without a zone. */
function wall(date: string, minutes: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + minutes * 60_000).toISOString().slice(0, 19);
}

/** A calendar by the clock of one zone (RFC 5545). */
export function writeCalendar(name: string, zone: string, events: readonly WrittenEvent[]): string {
  const year = Math.min(...events.map((e) => Number(e.date.slice(0, 4))), 2100);
  const calendar = ical({
    name,
    prodId: { company: 'Lime Knot', product: 'Lime Knot', language: 'EN' },
    timezone: zone === 'UTC' ? 'UTC' : { name: zone, generator: () => zoneComponent(zone, year - 1) },
  });
  for (const e of events) {
    const isWholeDay = e.startMin === 0 && e.endMin === 1440;
    calendar.createEvent({
      id: e.uid,
      stamp: new Date(Date.parse(`${e.date}T00:00:00Z`)),
      summary: e.title,
      start: wall(e.date, e.startMin),
      end: wall(e.date, e.endMin),
      allDay: isWholeDay,
      transparency: e.isBusy ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
      ...(zone === 'UTC' ? {} : { timezone: zone }),
      ...(e.everyWeeks ? { repeating: { freq: ICalEventRepeatingFreq.WEEKLY, interval: e.everyWeeks } } : {}),
    });
  }
  return calendar.toString();
}
