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
