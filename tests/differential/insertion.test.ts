import { BEST_PRICE, BLINK_LEFT } from '@/core/engine/hot/table';
import { prepare } from '@/core/engine/prepare/prepare';
import { NEVER } from '@/core/engine/prepare/prepared';
import { createRecreate, placeBest } from '@/core/engine/recreate/greedy';
import { createSortKeys } from '@/core/engine/recreate/order';
import { ruinStrings } from '@/core/engine/ruin/strings';
import { insertAt, removeAt } from '@/core/engine/state/edit';
import { createWorkspace, refresh, rollBack, settle, type Workspace } from '@/core/engine/state/workspace';
import { createRandom, type Prices, type Problem, type TimedRoute } from '@/core/index';
import { timeRoute } from '@/core/timing/time-route';
import { indexProblem } from '@/core/travel/problem-index';
import { fieldProblem } from '../../bench/field-problem';
import { everyFeature, type Feature } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';
import { aProblem, aShift, aVisit } from '../support/small';

/** Overtime and lateness of a day, micros. */
function penaltyOf(route: TimedRoute, prices: Prices): number {
  return route.stops.reduce(
    (sum, { lateSec }) => sum + (lateSec > 0 ? lateSec * prices.latePerSec + prices.missedWindow : 0),
    route.overtimeSec * prices.overtimePerSec,
  );
}

interface Built {
  readonly problem: Problem;
  readonly work: Workspace;
  readonly recreate: ReturnType<typeof createRecreate>;
}

function built(
  seed: number,
  problem = randomProblem(seed, { visits: 26, persons: 4, days: 2 }),
  isPlanned = (_v: number): boolean => true,
): Built {
  const work = createWorkspace(prepare(problem), createRandom(seed));
  const recreate = createRecreate(work, createSortKeys(work));
  for (let v = 0; v < problem.visits.length; v++) if (isPlanned(v)) placeBest(work, recreate, v);
  return { problem, work, recreate };
}

function sequenceOf(work: Workspace, s: number): number[] {
  const { routes } = work;
  return Array.from({ length: routes.count[s]! }, (_, i) => routes.visitAt[routes.rowOf[s]! + i + 1]!);
}

/** What the search finds for a visit on one shift below a price. */
function cheapestOn({ routes: { hot } }: Workspace, v: number, s: number, most: number) {
  const shift = hot.chooseOn(v, s, most);
  return { shift, price: hot.floats[BEST_PRICE / 8]! };
}

const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1);

describe('the constant-time insertion test against the plain timing', () => {
  it('says of each visit and place what timing the whole day says', () => {
    let possible = 0;
    let impossible = 0;
    for (const seed of SEEDS) {
      const { problem, work } = built(seed);
      const index = indexProblem(problem);
      for (let s = 0; s < problem.shifts.length; s++) {
        const sequence = sequenceOf(work, s);
        for (let v = 0; v < problem.visits.length; v++) {
          if (
            sequence.includes(v) ||
            work.prep.windowCount[v * work.prep.classes + work.prep.shiftClass[s]!] === 0
          )
            continue;
          for (let p = 0; p <= sequence.length; p++) {
            const longer = [...sequence.slice(0, p), v, ...sequence.slice(p)].map((i) => problem.visits[i]!);
            const timed = timeRoute(index, problem.shifts[s]!, longer);
            const price = work.routes.hot.pricedAt(v, s, p, Number.POSITIVE_INFINITY);
            expect(Number.isFinite(price)).toBe(timed !== null);
            if (timed) expect(price).toBe(penaltyOf(timed, problem.prices));
            if (timed) possible++;
            else impossible++;
          }
        }
      }
    }
    expect(possible).toBeGreaterThan(1000);
    expect(impossible).toBeGreaterThan(1000);
  });
});

describe('the price of an insertion', () => {
  it('is the difference of the route with and without it, and the cheapest of all places', () => {
    for (const seed of SEEDS) {
      const { problem, work } = built(seed);
      work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
      for (const v of problem.visits.keys()) {
        if (work.routes.shiftOf[v] !== -1) continue;
        for (let s = 0; s < problem.shifts.length; s++) {
          if (!work.prep.eligible[v * work.prep.shifts + s]) continue;
          const best = cheapestOn(work, v, s, Number.POSITIVE_INFINITY);
          const before = work.routes.price[s]!;
          let cheapest = Number.POSITIVE_INFINITY;
          const load = sequenceOf(work, s).reduce(
            (sum, w) => sum + work.prep.visitDemand[w]!,
            work.prep.visitDemand[v]!,
          );
          for (let p = 0; p <= work.routes.count[s]! && load <= work.prep.shiftCapacity[s]!; p++) {
            if (work.routes.hot.pricedAt(v, s, p, Number.POSITIVE_INFINITY) === Number.POSITIVE_INFINITY)
              continue;
            insertAt(work.routes, v, s, p);
            refresh(work, s);
            cheapest = Math.min(cheapest, work.routes.price[s]! - before);
            removeAt(work.routes, s, p + 1);
            refresh(work, s);
          }
          if (cheapest < Number.POSITIVE_INFINITY) expect(best.price).toBeCloseTo(cheapest, 3);
          else expect(best.shift).toBe(-1);
        }
      }
    }
  });

  it('is found where the day must then begin by way of parts, whatever else holds', () => {
    const worlds: Feature[][] = [
      ['parts'],
      ['parts', 'reach'],
      ['parts', 'reach', 'breaks'],
      ['parts', 'sites'],
    ];
    let first = 0;
    let onlyFirst = 0;
    for (const seed of SEEDS) {
      const size = { visits: 26, persons: 4, days: 2 };
      const { problem, work } = built(
        seed,
        everyFeature(seed, size, worlds[seed % worlds.length]!),
        (v) => v % 3 > 1,
      );
      const { prep, routes } = work;
      routes.hot.ints[BLINK_LEFT / 4] = NEVER;
      for (let v = 0; v < problem.visits.length; v++) {
        for (let s = 0; s < prep.shifts; s++) {
          if (!prep.needsFetch?.[v * prep.shifts + s] || !prep.eligible[v * prep.shifts + s]) continue;
          if (routes.shiftOf[v] !== -1 || routes.fetches[s]! > 0) continue;
          const sequence = sequenceOf(work, s);
          const load = sequence.reduce((sum, w) => sum + prep.visitDemand[w]!, prep.visitDemand[v]!);
          if (load > prep.shiftCapacity[s]!) continue;
          const before = routes.price[s]!;
          const best = cheapestOn(work, v, s, Number.POSITIVE_INFINITY);
          expect([sequenceOf(work, s), routes.price[s], routes.fetches[s]]).toEqual([sequence, before, 0]);
          const prices = [...Array(sequence.length + 1).keys()].map((p) => {
            insertAt(routes, v, s, p);
            const price = refresh(work, s) ? routes.price[s]! - before : Number.POSITIVE_INFINITY;
            removeAt(routes, s, p + 1);
            refresh(work, s);
            return price;
          });
          const cheapest = Math.min(...prices);
          if (cheapest === Number.POSITIVE_INFINITY) expect(best.shift).toBe(-1);
          else expect(best.price).toBeCloseTo(cheapest, 3);
          if (cheapest < Number.POSITIVE_INFINITY) first++;
          if (sequence.length > 0 && prices.filter(Number.isFinite).length === 1 && prices[0] === cheapest)
            onlyFirst++;
        }
      }
    }
    expect(first).toBeGreaterThan(100);
    expect(onlyFirst).toBeGreaterThan(5);
  });

  it('is found where the way by the parts is too long without the visit between', () => {
    const shift = aShift({ partsPlaceId: 'depot', firstReach: { sec: 30 * 60 } });
    const visits = [
      aVisit({ id: 'far', placeId: 'far' }),
      aVisit({ id: 'near', placeId: 'near', parts: ['pump'] }),
    ];
    const problem = aProblem([shift], visits, { home: 0, depot: -10, near: 5, far: 25 });
    const { work } = built(1, problem, (v) => v === 0);
    work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
    expect(sequenceOf(work, 0)).toEqual([0]);
    expect(placeBest(work, createRecreate(work, createSortKeys(work)), 1)).toBe(true);
    expect(sequenceOf(work, 0)).toEqual([1, 0]);
  });

  it('is found where nothing much dearer is looked for, late or not', () => {
    let late = 0;
    for (const seed of SEEDS) {
      const field = fieldProblem({ persons: 5, days: 1, visits: 34 }, seed);
      const { problem, work } = built(seed, field, (v) => v % 3 > 0);
      const { prep, routes } = work;
      work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
      for (const v of problem.visits.keys()) {
        if (v % 3 > 0) continue;
        for (let s = 0; s < prep.shifts; s++) {
          if (!prep.eligible[v * prep.shifts + s] || routes.count[s] === 0) continue;
          const scan = (price: number) => cheapestOn(work, v, s, price);
          let cheapest = Number.POSITIVE_INFINITY;
          const before = routes.price[s]!;
          const penalty = routes.penalty[s]!;
          let isLate = false;
          for (let p = 0; p <= routes.count[s]!; p++) {
            insertAt(routes, v, s, p);
            const price = refresh(work, s) ? routes.price[s]! - before : Number.POSITIVE_INFINITY;
            if (price < cheapest) {
              cheapest = price;
              isLate = routes.penalty[s]! > penalty;
            }
            removeAt(routes, s, p + 1);
            refresh(work, s);
          }
          if (cheapest === Number.POSITIVE_INFINITY) continue;
          if (isLate) late++;
          expect(scan(cheapest + 1).price).toBeCloseTo(cheapest, 3);
          expect(scan(cheapest).shift).toBe(-1);
        }
      }
    }
    expect(late).toBeGreaterThan(50);
  });
});

describe('rolling back', () => {
  it('leaves sequences, loose ends and prices as they were', () => {
    const { problem, work, recreate } = built(7);
    const picture = () => ({
      sequences: problem.shifts.map((_, s) => sequenceOf(work, s)),
      loose: [...work.loose.list.slice(0, work.loose.count)].sort((a, b) => a - b),
      prices: [...work.routes.price],
      versions: [...work.routes.version],
      price: work.price,
    });
    for (let i = 0; i < 200; i++) {
      const before = picture();
      settle(work);
      work.usedRoutes = 6;
      ruinStrings(work);
      for (let k = 0; k < work.movedCount; k++) placeBest(work, recreate, work.moved[k]!);
      rollBack(work, before.price);
      expect(picture()).toEqual(before);
    }
  });
});
