import { OBJECTIVES, type Objective, type Part, type Parts } from '../model/plan';
import type { Prices } from '../model/problem';
import type { TimedPlan, TimedRoute, TimedStop } from '../timing/timed-plan';
import { ALL_OBJECTIVES } from './all';

function eachPart(make: (objective: Objective) => Part): Parts {
  return Object.fromEntries(OBJECTIVES.map((o) => [o, make(o)])) as Record<Objective, Part>;
}

/** Amount and price of every measure over a whole plan; prices in micros. */
export function pricePlan(plan: TimedPlan, prices: Prices): Parts {
  return eachPart((objective) => {
    const measure = ALL_OBJECTIVES[objective];
    let amount = 0;
    let ownPrice = 0;
    for (const route of plan.routes) {
      amount += measure.ofRoute?.(route) ?? 0;
      for (const stop of route.stops) amount += measure.ofStop?.(stop, route) ?? 0;
    }
    for (const visit of plan.unplanned) {
      const count = measure.ofLooseEnd?.(visit) ?? 0;
      amount += count;
      ownPrice += count * visit.unplannedPrice;
    }
    const unit = measure.unitPrice(prices);
    return { amount, price: unit === null ? ownPrice : amount * unit };
  });
}

/** What one stop contributes to each measure, the leg to it included. */
export function priceStop(stop: TimedStop, route: TimedRoute, prices: Prices): Parts {
  return eachPart((objective) => {
    const measure = ALL_OBJECTIVES[objective];
    const amount = measure.ofStop?.(stop, route) ?? 0;
    return { amount, price: amount * (measure.unitPrice(prices) ?? 0) };
  });
}

/** What one person's day contributes to each measure. */
export function priceRoute(route: TimedRoute, prices: Prices): Parts {
  return pricePlan({ routes: [route], unplanned: [] }, prices);
}

/** Sum of the prices, micros. */
export function totalPrice(parts: Parts): number {
  return OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0);
}
