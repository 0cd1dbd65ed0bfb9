import { OBJECTIVES, type Objective, type Part, type Parts } from '../model/plan';
import type { TimedPlan, TimedRoute, TimedStop } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { ALL_OBJECTIVES } from './all';

function eachPart(make: (objective: Objective) => Part): Parts {
  return Object.fromEntries(OBJECTIVES.map((o) => [o, make(o)])) as Record<Objective, Part>;
}

/** Amount and price of every measure over a whole plan; prices in micros. */
export function pricePlan(plan: TimedPlan, index: ProblemIndex): Parts {
  return eachPart((objective) => {
    const measure = ALL_OBJECTIVES[objective];
    let amount = 0;
    let price = 0;
    const add = (count: number, unit: number): void => {
      amount += count;
      price += count * unit;
    };
    const seen = new Set<string>();
    for (const route of plan.routes) {
      const { shift } = route;
      if (measure.ofRoute) add(measure.ofRoute(route), measure.unitPrice({ index, shift }));
      if (!measure.ofStop) continue;
      for (const stop of route.stops) {
        const { visit } = stop;
        if (measure.oncePerVisit && (visit.people ?? 1) > 1) {
          if (seen.has(visit.id)) continue;
          seen.add(visit.id);
        }
        add(measure.ofStop(stop, route, index), measure.unitPrice({ index, visit, shift }));
      }
    }
    if (measure.ofLooseEnd) {
      for (const visit of plan.unplanned) {
        add(measure.ofLooseEnd(visit), measure.unitPrice({ index, visit }));
      }
    }
    if (measure.ofPlan) add(measure.ofPlan(plan.routes, index), measure.unitPrice({ index }));
    return { amount, price };
  });
}

/** What one stop contributes to each measure, the leg to it included. */
export function priceStop(stop: TimedStop, route: TimedRoute, index: ProblemIndex): Parts {
  return eachPart((objective) => {
    const measure = ALL_OBJECTIVES[objective];
    const amount = measure.ofStop?.(stop, route, index) ?? 0;
    const unit = measure.unitPrice({ index, visit: stop.visit, shift: route.shift });
    return { amount, price: amount * unit };
  });
}

/** What one person's day contributes to each measure. What hangs on several days is left out. */
export function priceRoute(route: TimedRoute, index: ProblemIndex): Parts {
  const parts = pricePlan({ routes: [route], unplanned: [] }, index);
  return eachPart((o) => (ALL_OBJECTIVES[o].ofPlan ? { amount: 0, price: 0 } : parts[o]));
}

/** Sum of the prices, micros. */
export function totalPrice(parts: Parts): number {
  return OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0);
}

/** Price of one person's day, micros: the sum of priceRoute without its parts, for whoever asks often. */
export function routePrice(route: TimedRoute, index: ProblemIndex): number {
  const { shift } = route;
  let price = 0;
  for (const objective of OBJECTIVES) {
    const measure = ALL_OBJECTIVES[objective];
    const amount = measure.ofRoute?.(route) ?? 0;
    if (amount !== 0) price += amount * measure.unitPrice({ index, shift });
    if (!measure.ofStop) continue;
    for (const stop of route.stops) {
      const count = measure.ofStop(stop, route, index);
      if (count !== 0) price += count * measure.unitPrice({ index, visit: stop.visit, shift });
    }
  }
  return price;
}
