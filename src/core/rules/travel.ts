import { breaksIn, crossGap } from '../timing/gap';
import { fetchPlace, legOf } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import type { Rule, Violation } from './violation';

/** Between two stops there is time to drive, for the breaks that lie there, and for the buffers. */
export const travel: Rule = (index, plan) => plan.routes.flatMap((route) => checkLegs(index, route));

function checkLegs(index: ProblemIndex, route: TimedRoute): Violation[] {
  const out: Violation[] = [];
  const { shift, breaks } = route;
  const visits = route.stops.map((s) => s.visit);
  const day = { shift, visits, via: fetchPlace(shift, visits) };
  let fromSec = route.departSec;
  const check = (i: number, toSec: number, visitId?: string): void => {
    const gap = { leg: legOf(day, i), fromSec, toSec, breaks: breaksIn(breaks, fromSec, toSec) };
    const { shortSec } = crossGap(index, gap);
    if (shortSec <= 0) return;
    out.push({
      rule: 'travel',
      shiftId: shift.id,
      ...(visitId ? { visitId } : {}),
      facts: { shortSec },
    });
  };
  for (const [i, stop] of route.stops.entries()) {
    check(i, stop.startSec - (stop.visit.bufferBeforeSec ?? 0), stop.visit.id);
    fromSec = stop.finishSec + (stop.visit.bufferAfterSec ?? 0);
  }
  check(visits.length, route.arriveSec);
  return out;
}
