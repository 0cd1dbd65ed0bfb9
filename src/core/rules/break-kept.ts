import type { TimedRoute } from '../timing/timed-plan';
import type { Rule, Violation } from './violation';

/** Breaks are taken in order, inside their windows, not while a visit runs, and none that is due is left out. */
export const breakKept: Rule = (_index, plan) => plan.routes.flatMap(checkRoute);

function checkRoute(route: TimedRoute): Violation[] {
  const rules = route.shift.breaks;
  const out: Violation[] = [];
  const broken = (facts: Violation['facts']): void =>
    void out.push({ rule: 'break', shiftId: route.shift.id, facts });
  for (const [k, rule] of rules.entries()) {
    const taken = route.breaks[k];
    if (!taken) {
      if (route.arriveSec > (rule.dueSec ?? rule.latestSec)) broken({ missing: k + 1 });
      continue;
    }
    const { startSec, endSec } = taken;
    if (startSec < rule.earliestSec || startSec > rule.latestSec) broken({ startSec });
    const before = route.breaks[k - 1];
    if (before && before.endSec > startSec) broken({ startSec, duringBreak: k });
    const during = route.stops.find((s) => s.startSec < endSec && s.finishSec > startSec);
    if (during) broken({ startSec, duringVisit: during.visit.id });
  }
  if (route.breaks.length > rules.length) broken({ tooMany: route.breaks.length });
  return out;
}
