import { solve } from '@/core/engine/index';
import type { Problem, Visit } from '@/core/index';
import { verifyPlan } from '@/core/index';
import { pricePlan, totalPrice } from '@/core/objectives/price-plan';
import { ALL_RULES } from '@/core/rules/all';
import { RULE_CODES } from '@/core/rules/violation';
import { timeRoute } from '@/core/timing/time-route';
import type { TimedRoute } from '@/core/timing/timed-plan';
import { indexProblem } from '@/core/travel/problem-index';
import { everyFeature, type Feature } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';

function* orders(visits: readonly Visit[]): Generator<Visit[]> {
  if (visits.length === 0) yield [];
  for (const [i, v] of visits.entries()) {
    for (const rest of orders([...visits.slice(0, i), ...visits.slice(i + 1)])) yield [v, ...rest];
  }
}

/** Cheapest legal plan by trying every assignment and order with the plain timing. */
function cheapestByEnumeration(problem: Problem): number {
  const index = indexProblem(problem);
  const { visits, shifts } = problem;
  const bestRoute = new Map<string, { price: number; route: TimedRoute | null } | null>();
  const routeOf = (
    s: number,
    subset: readonly Visit[],
  ): { price: number; route: TimedRoute | null } | null => {
    const key = `${s}:${subset.map((v) => v.id).join()}`;
    const known = bestRoute.get(key);
    if (known !== undefined) return known;
    let best: { price: number; route: TimedRoute | null } | null =
      subset.length === 0 ? { price: 0, route: null } : null;
    if (subset.length > 0) {
      for (const order of orders(subset)) {
        const route = timeRoute(index, shifts[s]!, order);
        if (!route) continue;
        const plan = { routes: [route], unplanned: [] };
        const legal = RULE_CODES.every((c) => c === 'structure' || ALL_RULES[c](index, plan).length === 0);
        const price = totalPrice(pricePlan(plan, index));
        if (legal && (best === null || price < best.price)) best = { price, route };
      }
    }
    bestRoute.set(key, best);
    return best;
  };
  let cheapest = Number.POSITIVE_INFINITY;
  const at = new Array<number>(visits.length).fill(0);
  for (;;) {
    let price = 0;
    for (const [v, s] of at.entries()) if (s === shifts.length) price += visits[v]!.unplannedPrice;
    for (let s = 0; s < shifts.length && price < cheapest; s++) {
      const best = routeOf(
        s,
        visits.filter((_, v) => at[v] === s),
      );
      price = best ? price + best.price : Number.POSITIVE_INFINITY;
    }
    cheapest = Math.min(cheapest, price);
    let v = 0;
    while (v < at.length && at[v] === shifts.length) at[v++] = 0;
    if (v === at.length) return cheapest;
    at[v]!++;
  }
}

/** Features that can be judged shift by shift, so that the cheapest plan is a choice of cheapest days. */
const OF_ONE_DAY: readonly Feature[] = [
  'breaks',
  'pay',
  'reach',
  'attributes',
  'pace',
  'parts',
  'buffers',
  'finish-windows',
  'access',
  'avoid',
  'base',
  'margin',
  'sites',
  'time-of-day',
  'own-prices',
  'levels',
  'loans',
  'day-limits',
];

function compare(problem: Problem, seed: number): void {
  const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 4000 } });
  if (!result.ok) throw new Error('nothing is held');
  expect(verifyPlan(problem, result.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
  expect(result.solution.plan.price).toBe(cheapestByEnumeration(problem));
}

describe('small problems against exhaustive enumeration', () => {
  it.each(Array.from({ length: 24 }, (_, i) => i + 1))(
    'seed %i: the search finds the cheapest plan, and none cheaper',
    (seed) => {
      const problem = randomProblem(seed, { visits: 6, persons: 2, days: 1 });
      compare(problem, seed);
    },
  );

  it.each(Array.from({ length: 24 }, (_, i) => i + 101))(
    'seed %i, with every feature that one day can have: the same',
    (seed) => compare(everyFeature(seed, { visits: 6, persons: 2, days: 1 }, OF_ONE_DAY), seed),
  );
});
