import { type Interval, subtract, unite } from './interval';
import { daysBetween, instantOf, type LocalDate, weekdayOf } from './zone';

/** Working minutes of one day, past local midnight. An end beyond 1440 runs into the next day. */
export interface DayHours {
  readonly startMin: number;
  readonly endMin: number;
}

/**
 * Named working hours. `weeks` holds one or two weeks (a biweekly rotation), each with seven days,
 * Monday first. The first week is the one that holds `anchorDate`.
 */
export interface WeekPattern {
  readonly weeks: readonly (readonly (readonly DayHours[])[])[];
  readonly anchorDate: LocalDate;
}

/** A day that differs: `off` for a whole or part day away, `hours` to replace the pattern. */
export type DayException =
  | { readonly kind: 'off'; readonly date: LocalDate; readonly startMin: number; readonly endMin: number }
  | { readonly kind: 'hours'; readonly date: LocalDate; readonly hours: readonly DayHours[] };

/** Hours that the pattern alone gives for a date. */
export function patternHours(pattern: WeekPattern, date: LocalDate): readonly DayHours[] {
  const weekday = weekdayOf(date);
  const anchorMonday = 1 - weekdayOf(pattern.anchorDate);
  const week = Math.floor((daysBetween(pattern.anchorDate, date) - anchorMonday) / 7);
  const count = pattern.weeks.length;
  const ix = ((week % count) + count) % count;
  return pattern.weeks[ix]?.[weekday - 1] ?? [];
}

/** Instants worked on a date, exceptions applied: sorted, disjoint, in seconds since the epoch. */
export function workingIntervals(
  pattern: WeekPattern,
  exceptions: readonly DayException[],
  date: LocalDate,
  zone: string,
): Interval[] {
  const ofDay = exceptions.filter((e) => e.date === date);
  const changed = ofDay.find((e) => e.kind === 'hours');
  const hours = changed ? changed.hours : patternHours(pattern, date);
  const toInterval = (h: DayHours): Interval => ({
    startSec: instantOf(date, h.startMin, zone),
    endSec: instantOf(date, h.endMin, zone),
  });
  const off = ofDay.filter((e) => e.kind === 'off').map(toInterval);
  return subtract(unite(hours.map(toInterval)), off);
}
