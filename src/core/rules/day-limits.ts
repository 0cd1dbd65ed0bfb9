import type { Reach } from '../model/problem';
import { legUsualSec } from '../timing/leg';
import { fetchPlace, legOf } from '../timing/time-route';
import type { Rule, Violation } from './violation';

/** No more visits in a day than the person takes. */
export const mostVisits: Rule = (_index, plan) =>
  plan.routes.flatMap(({ shift, stops }) =>
    shift.maxVisits !== undefined && stops.length > shift.maxVisits
      ? [
          {
            rule: 'most-visits' as const,
            shiftId: shift.id,
            facts: { visits: stops.length, limit: shift.maxVisits },
          },
        ]
      : [],
  );

/** No more driving in a day than the person does, the ways from and to home included. */
export const mostTravel: Rule = (_index, plan) =>
  plan.routes.flatMap((route) => {
    const { shift } = route;
    const travelSec = route.stops.reduce((sum, s) => sum + s.travelSec, route.endTravelSec);
    return shift.maxTravelSec !== undefined && travelSec > shift.maxTravelSec
      ? [{ rule: 'most-travel' as const, shiftId: shift.id, facts: { travelSec, limit: shift.maxTravelSec } }]
      : [];
  });

/** Whether a leg to a visit is within reach. */
function reaches(reach: Reach | undefined, sec: number, m: number): boolean {
  return sec <= (reach?.sec ?? Number.POSITIVE_INFINITY) && m <= (reach?.m ?? Number.POSITIVE_INFINITY);
}

/** No leg to a visit is longer than the person's reach at usual speeds; the first of the day has a reach of its own. */
export const reach: Rule = (index, plan) =>
  plan.routes.flatMap(({ shift, stops }) => {
    const visits = stops.map((s) => s.visit);
    const day = { shift, visits, via: fetchPlace(shift, visits) };
    return stops.flatMap(({ visit, travelM }, i): Violation[] => {
      const usualSec = legUsualSec(index, legOf(day, i));
      return reaches(i === 0 ? shift.firstReach : shift.reach, usualSec, travelM)
        ? []
        : [{ rule: 'reach', shiftId: shift.id, visitId: visit.id, facts: { usualSec, travelM } }];
    });
  });
