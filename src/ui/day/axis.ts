import type { DayPerson } from '@/contract/day/day-view';

const HOUR = 3600;

/** The hours of a day that are shown: from before the first begins to after the last is home. */
export function hoursOf(
  people: readonly DayPerson[],
  now: number,
): { readonly from: number; readonly to: number } {
  const moments = people.flatMap((p) => [
    p.shiftStart,
    p.shiftEnd,
    p.homeAt,
    ...p.stops.flatMap((s) => [s.plannedAt, s.startAt, s.finishAt]),
  ]);
  if (moments.length === 0) return { from: now - (now % HOUR), to: now - (now % HOUR) + HOUR };
  const least = Math.min(...moments);
  const most = Math.max(...moments);
  return { from: least - (((least % HOUR) + HOUR) % HOUR), to: Math.ceil(most / HOUR) * HOUR };
}

/** Each full hour between two moments. */
export function fullHours({ from, to }: { readonly from: number; readonly to: number }): number[] {
  return Array.from({ length: Math.floor((to - from) / HOUR) + 1 }, (_, i) => from + i * HOUR);
}
