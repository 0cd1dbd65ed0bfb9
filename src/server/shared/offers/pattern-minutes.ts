import { type DayHours, patternHours, type WeekPattern } from '@/core/index';

/** Hours of a pattern on a date, in minutes of the day; null where there is no pattern. */
export function patternMinutes(pattern: WeekPattern | undefined, date: string): readonly DayHours[] | null {
  return pattern ? patternHours(pattern, date) : null;
}
