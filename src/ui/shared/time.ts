import { DateTime } from 'luxon';

export function clock(sec: number, zone: string): string {
  return DateTime.fromSeconds(sec, { zone }).toFormat('HH:mm');
}

/** "Tue 9 June", with the year where it is asked for. */
export function dayText(date: string, withYear = false): string {
  return DateTime.fromISO(date, { zone: 'utc' })
    .setLocale('en')
    .toFormat(withYear ? 'ccc d LLL yyyy' : 'ccc d LLLL');
}

export function shortDay(date: string): string {
  return DateTime.fromISO(date, { zone: 'utc' }).setLocale('en').toFormat('ccc d');
}

export function addDays(date: string, days: number): string {
  return DateTime.fromISO(date, { zone: 'utc' }).plus({ days }).toFormat('yyyy-MM-dd');
}

export function dayCount(first: string, last: string): number {
  return (
    Math.round(
      DateTime.fromISO(last, { zone: 'utc' }).diff(DateTime.fromISO(first, { zone: 'utc' }), 'days').days,
    ) + 1
  );
}

/** Monday of a date's week. */
export function mondayOf(date: string): string {
  const day = DateTime.fromISO(date, { zone: 'utc' });
  return day.minus({ days: day.weekday - 1 }).toFormat('yyyy-MM-dd');
}

/** "Tue 9 June 08:15", in a zone. */
export function momentText(iso: string | number, zone: string): string {
  const at = typeof iso === 'number' ? DateTime.fromSeconds(iso, { zone }) : DateTime.fromISO(iso, { zone });
  return at.setLocale('en').toFormat('ccc d LLL HH:mm');
}

/** The instant that a wall clock in a zone shows as "2026-06-09 08:30:00". */
export function localToInstant(local: string, zone: string): string {
  return DateTime.fromFormat(local.slice(0, 16), 'yyyy-MM-dd HH:mm', { zone }).toUTC().toISO() ?? '';
}

/** The other way round: what a wall clock in a zone shows at an instant. */
export function instantToLocal(sec: number, zone: string): string {
  return DateTime.fromSeconds(sec, { zone }).toFormat('yyyy-MM-dd HH:mm:ss');
}

/** The date that a moment falls on in a zone. */
export function dateIn(sec: number, zone: string): string {
  return DateTime.fromSeconds(sec, { zone }).toFormat('yyyy-MM-dd');
}

/** Time zones by their names in the tz database, as this browser knows them. */
export const ZONES: readonly string[] = Intl.supportedValuesOf('timeZone');
