import type { Rule } from './violation';

/** Shifts that share a limit hold no more work than it: a contractor's hours of a week. */
export const workLimit: Rule = ({ problem }, plan) => {
  const workSec = new Map(plan.routes.map((r) => [r.shift.id, r.workSec]));
  return (problem.limits ?? []).flatMap((limit) => {
    const sum = limit.shiftIds.reduce((total, id) => total + (workSec.get(id) ?? 0), 0);
    return sum > limit.maxWorkSec
      ? [
          {
            rule: 'work-limit' as const,
            ...(limit.shiftIds[0] === undefined ? {} : { shiftId: limit.shiftIds[0] }),
            facts: { limitId: limit.id, workSec: sum, maxWorkSec: limit.maxWorkSec },
          },
        ]
      : [];
  });
};
