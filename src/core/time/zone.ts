import { DateTime } from 'luxon';

/**
 * Wall clocks to instants and back. An instant is whole seconds since 1970-01-01T00:00Z.
 * A wall time that a spring change skips is read as the moment the clock jumped over it lands on;
 * one that an autumn change repeats is read as its first occurrence.
 */
export type LocalDate = string;

/** Conversions already made: reading the zone database anew each time costs some 20 µs. */
const known = new Map<string, number>();
const KNOWN_LIMIT = 100_000;

/** Instant of `minutes` past local midnight on `date` (minutes may exceed a day), by the wall clock. */
export function instantOf(date: LocalDate, minutes: number, zone: string): number {
  const key = `${date} ${minutes} ${zone}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const instant = convert(date, minutes, zone);
  if (known.size >= KNOWN_LIMIT) known.clear();
  known.set(key, instant);
  return instant;
}

function convert(date: LocalDate, minutes: number, zone: string): number {
  const days = Math.floor(minutes / 1440);
  const rest = minutes - days * 1440;
  const day = DateTime.fromISO(date, { zone: 'utc' }).plus({ days });
  const wall = DateTime.fromObject(
    { year: day.year, month: day.month, day: day.day, hour: Math.floor(rest / 60), minute: rest % 60 },
    { zone },
  );
  return Math.floor(wall.toSeconds());
}

/** Local date of an instant, as YYYY-MM-DD. */
export function localDateOf(instantSec: number, zone: string): LocalDate {
  return DateTime.fromSeconds(instantSec, { zone }).toFormat('yyyy-MM-dd');
}

/** Offset from UTC in minutes at an instant. */
export function offsetMinutes(instantSec: number, zone: string): number {
  return DateTime.fromSeconds(instantSec, { zone }).offset;
}

const DAY_MS = 86_400_000;

/** Midnight of a date in UTC, as milliseconds: dates without a clock need no zone. */
function utcMs(date: LocalDate): number {
  return Date.parse(`${date}T00:00:00Z`);
}

/** `count` local dates from `first` on. */
export function datesFrom(first: LocalDate, count: number): LocalDate[] {
  const start = utcMs(first);
  return Array.from({ length: count }, (_, i) => new Date(start + i * DAY_MS).toISOString().slice(0, 10));
}

/** Whole days from `a` to `b` (negative when b is earlier). */
export function daysBetween(a: LocalDate, b: LocalDate): number {
  return Math.round((utcMs(b) - utcMs(a)) / DAY_MS);
}

/** 1 = Monday … 7 = Sunday. */
export function weekdayOf(date: LocalDate): number {
  return new Date(utcMs(date)).getUTCDay() || 7;
}
