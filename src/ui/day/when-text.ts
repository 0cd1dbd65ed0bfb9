import type { DayNeed, DayView } from '@/contract/day/day-view';
import { clock, dateIn } from '../shared/time';

const SOON_MIN = 120;

/** "in 6 min", "since 09:30": how soon something has to be looked after. */
export function whenText(
  { at, kind }: DayNeed,
  now: number,
  { zone, date }: Pick<DayView, 'zone' | 'date'>,
): string {
  if (kind === 'free') return 'free';
  if (kind === 'unseen') return 'not seen';
  if (dateIn(at, zone) > date) return kind === 'leave' ? dateIn(at, zone).slice(5) : 'today';
  const minutes = Math.round((at - now) / 60);
  if (minutes < 0) return `since ${clock(at, zone)}`;
  if (minutes === 0) return 'now';
  return minutes <= SOON_MIN ? `in ${minutes} min` : `at ${clock(at, zone)}`;
}
