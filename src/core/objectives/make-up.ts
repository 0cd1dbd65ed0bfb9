import type { Objective } from '../model/plan';
import type { TimedPlan, TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { ALL_OBJECTIVES } from './all';

/** One thing that a figure is made of: a visit at somebody's, a day, several days of a person, or a loose end. */
export interface Share {
  readonly visitId: string | null;
  readonly shiftId: string | null;
  /** Null of a loose end, and of what hangs on several people together. */
  readonly personId: string | null;
  /** In the unit of the measure. */
  readonly amount: number;
  /** Micros. */
  readonly price: number;
}

/**
 * What the amount and price of a measure over a plan are made of, in no order. The sum over all of it is the
 * figure itself, exactly as pricePlan counts it.
 */
export function makeUp(plan: TimedPlan, index: ProblemIndex, objective: Objective): Share[] {
  const measure = ALL_OBJECTIVES[objective];
  const shares: Share[] = [];
  const add = (amount: number, unit: number, of: Partial<Share>): void => {
    if (amount === 0) return;
    shares.push({ visitId: null, shiftId: null, personId: null, ...of, amount, price: amount * unit });
  };
  const counted = new Set<string>();
  for (const route of plan.routes) {
    const { shift } = route;
    const whose = { shiftId: shift.id, personId: shift.personId };
    if (measure.ofRoute) add(measure.ofRoute(route), measure.unitPrice({ index, shift }), whose);
    if (!measure.ofStop) continue;
    for (const stop of route.stops) {
      const { visit } = stop;
      if (measure.oncePerVisit && (visit.people ?? 1) > 1) {
        if (counted.has(visit.id)) continue;
        counted.add(visit.id);
      }
      const unit = measure.unitPrice({ index, visit, shift });
      add(measure.ofStop(stop, route, index), unit, { ...whose, visitId: visit.id });
    }
  }
  for (const visit of measure.ofLooseEnd ? plan.unplanned : []) {
    add(measure.ofLooseEnd?.(visit) ?? 0, measure.unitPrice({ index, visit }), { visitId: visit.id });
  }
  if (measure.ofPlan) {
    const unit = measure.unitPrice({ index });
    let rest = measure.ofPlan(plan.routes, index);
    for (const [personId, routes] of byPerson(plan.routes)) {
      const own = measure.ofPlan(routes, index);
      add(own, unit, { personId });
      rest -= own;
    }
    add(rest, unit, {});
  }
  return shares;
}

function byPerson(routes: readonly TimedRoute[]): Map<string, TimedRoute[]> {
  const people = new Map<string, TimedRoute[]>();
  for (const route of routes) {
    const own = people.get(route.shift.personId) ?? [];
    own.push(route);
    people.set(route.shift.personId, own);
  }
  return people;
}
