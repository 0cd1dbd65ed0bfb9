import { loadDays } from '../state/load';
import type { Workspace } from '../state/workspace';
import type { ChosenDay } from './choose';
import type { PricedDay } from './master';

/** The days of the plan in hand that have visits, and what they cost. */
export function daysInHand({ prep, routes }: Workspace): (ChosenDay & PricedDay)[] {
  return [...routes.count.subarray(0, prep.shifts).entries()]
    .filter(([, count]) => count > 0)
    .map(([shift, count]) => {
      const row = routes.rowOf[shift]! + 1;
      const visits = [...routes.visitAt.subarray(row, row + count)];
      return { shift, visits, price: routes.price[shift]! };
    });
}

/** Takes a plan of these days in hand, whoever comes second to a visit without it; false, and nothing done, when a day cannot be done so. */
export function takeDays(work: Workspace, days: readonly ChosenDay[]): boolean {
  const taken = new Set<number>();
  const isFirst = (v: number): boolean => !taken.has(v) && !!taken.add(v);
  const wanted = new Map(days.map(({ shift, visits }) => [shift, Int32Array.from(visits.filter(isFirst))]));
  return loadDays(work, (s) => wanted.get(s) ?? new Int32Array(0));
}
