import type { Problem } from '../model/problem';
import type { Measure } from './measure';

/** Seconds of visits that each person would have if all of them were shared out by working hours, rounded down. */
export function fairShares(problem: Problem): ReadonlyMap<string, number> {
  const all = problem.visits.reduce((sum, v) => sum + v.durationSec * (v.people ?? 1), 0);
  const hours = new Map<string, number>();
  for (const s of problem.shifts) {
    hours.set(s.personId, (hours.get(s.personId) ?? 0) + s.endSec - s.startSec);
  }
  const total = [...hours.values()].reduce((sum, h) => sum + h, 0);
  return new Map([...hours].map(([id, h]) => [id, total > 0 ? Math.floor((all * h) / total) : 0]));
}

/** Seconds of visits that people have beyond their fair share of all the work. */
export const unfairShare: Measure = {
  unitPrice: ({ index }) => index.problem.prices.unfairPerSec ?? 0,
  ofPlan: (routes, { problem }) => {
    if (!problem.prices.unfairPerSec) return 0;
    const fair = fairShares(problem);
    const work = new Map<string, number>();
    for (const { shift, stops } of routes) {
      const sec = stops.reduce((sum, s) => sum + s.finishSec - s.startSec, 0);
      work.set(shift.personId, (work.get(shift.personId) ?? 0) + sec);
    }
    return [...work].reduce((sum, [id, sec]) => sum + Math.max(0, sec - (fair.get(id) ?? 0)), 0);
  },
};
