import type { TimedRoute } from '../timing/timed-plan';
import { isPersonInScope } from './scope';
import type { Rule, Violation } from './violation';

/** Between the end of one stretch of work and the next on another day lies the rest. */
export const rest: Rule = ({ problem }, plan) => {
  const { restSec, scopes } = problem.rules;
  if (restSec === undefined) return [];
  const byPerson = new Map<string, TimedRoute[]>();
  for (const route of plan.routes) {
    if (!isPersonInScope(scopes?.rest, route.shift.personId)) continue;
    byPerson.set(route.shift.personId, [...(byPerson.get(route.shift.personId) ?? []), route]);
  }
  return [...byPerson.values()].flatMap((routes) => {
    const sorted = [...routes].sort((a, b) => a.workStartSec - b.workStartSec);
    return sorted.flatMap((next, i): Violation[] => {
      const last = sorted[i - 1];
      if (!last || last.shift.dayIx === next.shift.dayIx) return [];
      const restedSec = next.workStartSec - last.workEndSec;
      return restedSec < restSec
        ? [{ rule: 'rest', shiftId: next.shift.id, facts: { restedSec, restSec } }]
        : [];
    });
  });
};
