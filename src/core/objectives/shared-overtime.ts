import type { Measure } from './measure';

/** Seconds of work beyond the normal hours of shifts that share them: overtime of a week. */
export const sharedOvertime: Measure = {
  unitPrice: ({ index }) => index.problem.prices.sharedOvertimePerSec ?? 0,
  ofPlan: (routes, { problem }) => {
    const workSec = new Map(routes.map((r) => [r.shift.id, r.workSec]));
    return (problem.limits ?? []).reduce((all, { shiftIds, overtimeAfterSec }) => {
      if (overtimeAfterSec === undefined) return all;
      const sum = shiftIds.reduce((total, id) => total + (workSec.get(id) ?? 0), 0);
      return all + Math.max(0, sum - overtimeAfterSec);
    }, 0);
  },
};
