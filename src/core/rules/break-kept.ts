import type { TimedRoute } from '../timing/timed-plan';
import type { Rule, Violation } from './violation';

/** Who is still out at the latest start of the break takes it inside its window, and not while a visit runs. */
export const breakKept: Rule = (_index, plan) => plan.routes.flatMap(checkRoute);

function checkRoute(route: TimedRoute): Violation[] {
  const rule = route.shift.break;
  if (!rule) return [];
  const broken = (facts: Violation['facts']): Violation[] => [
    { rule: 'break', shiftId: route.shift.id, facts },
  ];
  if (!route.break) return route.arriveSec > rule.latestSec ? broken({ missing: 1 }) : [];
  const { startSec, endSec } = route.break;
  if (startSec < rule.earliestSec || startSec > rule.latestSec) return broken({ startSec });
  const during = route.stops.find((s) => s.startSec < endSec && s.finishSec > startSec);
  if (during) return broken({ startSec, duringVisit: during.visit.id });
  return endSec - startSec < rule.durationSec ? broken({ durationSec: endSec - startSec }) : [];
}
