import type { TimedRoute } from '../timing/timed-plan';
import type { Rule, Violation } from './violation';

/** Between two visits there is time to drive, and for the break when it falls there. */
export const travel: Rule = (_index, plan) => plan.routes.flatMap(checkLegs);

interface Gap {
  readonly fromSec: number;
  readonly toSec: number;
  readonly travelSec: number;
}

function checkLegs(route: TimedRoute): Violation[] {
  const out: Violation[] = [];
  let freeSec = route.departSec;
  const check = (toSec: number, travelSec: number, visitId?: string): void => {
    const short = shortageSec({ fromSec: freeSec, toSec, travelSec }, route);
    if (short <= 0) return;
    out.push({
      rule: 'travel',
      shiftId: route.shift.id,
      ...(visitId ? { visitId } : {}),
      facts: { shortSec: short },
    });
  };
  for (const stop of route.stops) {
    check(stop.startSec, stop.travelSec, stop.visit.id);
    freeSec = stop.finishSec;
  }
  check(route.arriveSec, route.endTravelSec);
  return out;
}

/** Seconds that are missing in a gap; a break is one piece, before the drive or after it. */
function shortageSec(gap: Gap, route: TimedRoute): number {
  const { fromSec, toSec, travelSec } = gap;
  const pause = route.break;
  const overlaps = pause && pause.startSec < toSec && pause.endSec > fromSec;
  if (!overlaps) return fromSec + travelSec - toSec;
  const before = Math.max(fromSec - pause.startSec, pause.endSec + travelSec - toSec);
  const after = Math.max(fromSec + travelSec - pause.startSec, pause.endSec - toSec);
  return Math.min(before, after);
}
