import { everyFeature } from '../../../../tests/support/every-feature';
import { leaveForHome, readyOver, workEndOver } from '../../../../tests/support/legs';
import { createRandom } from '../../base/random';
import { fullMemory } from '../days/memory';
import { prepare } from '../prepare/prepare';
import { NEVER, type Prepared } from '../prepare/prepared';
import { type Kind, kindsOf } from './kinds';
import { createPricing, type PricingLimits } from './pricing';

const ALL: PricingLimits = {
  border: 0,
  ways: Number.POSITIVE_INFINITY,
  few: Number.POSITIVE_INFINITY,
  everySet: false,
  labels: 100_000,
  days: 100_000,
  buckets: 160,
  isLate: () => false,
  isOver: () => false,
};

/** Price of every day of a kind less the duals of its visits, by its visits in order: each way of taking breaks tried, step by step. */
function everyDay(prep: Prepared, kind: Kind, dual: Float64Array): Map<string, number> {
  const found = new Map<string, number>();
  const m = kind.visits.length;
  const s = kind.shift;
  const begin = (w: number, ready: number): number => {
    let best = NEVER;
    const first = prep.windowFirst[kind.cells[w]!]!;
    for (let k = first; k < first + prep.windowCount[kind.cells[w]!]!; k++) {
      if (ready <= prep.windowLatest[k]!) best = Math.min(best, Math.max(ready, prep.windowOpen[k]!));
    }
    return best;
  };
  const late = (w: number, start: number): number => {
    const v = kind.visits[w]!;
    const beyond = start - kind.promise[w]!;
    return beyond > 0 ? beyond * prep.latePrice[v]! + prep.missedPrice[v]! : 0;
  };
  const goHome = (day: readonly number[], lane: number, free: number, price: number): void => {
    const at = day.at(-1)! * (m + 2) + m + 1;
    const leave = leaveForHome(prep, s, lane, free, kind.leg[at]!);
    if (leave >= NEVER) return;
    const over = workEndOver(prep, s, leave, kind.leg[at]!) - prep.shiftEnd[s]!;
    if (over > prep.shiftOvertime[s]!) return;
    const whole = price + kind.legPrice[at]! + Math.max(0, over) * prep.overtimePrice[s]!;
    const key = day.map((w) => kind.visits[w]!).join();
    found.set(key, Math.min(whole, found.get(key) ?? Number.POSITIVE_INFINITY));
  };
  const goOn = (day: readonly number[], lane: number, free: number, load: number, price: number): void => {
    const node = day.at(-1) ?? m;
    for (let w = 0; w < m; w++) {
      const at = node * (m + 2) + w;
      const heavier = load + prep.visitDemand[kind.visits[w]!]!;
      if (day.includes(w) || kind.leg[at]! < 0 || heavier > kind.capacity) continue;
      for (let j = lane; j < kind.lanes; j++) {
        const own = node === m ? prep.shiftBefore[s]! : 0;
        const start = begin(w, readyOver(prep, s, lane, j, free, kind.leg[at]!, own));
        if (start >= NEVER) continue;
        const longer = [...day, w];
        const dearer = price + kind.legPrice[at]! - dual[kind.visits[w]!]! + late(w, start);
        const end = start + kind.duration[w]!;
        goHome(longer, j, end, dearer);
        goOn(longer, j, end, heavier, dearer);
      }
    }
  };
  goOn([], 0, prep.shiftStart[s]!, 0, 0);
  return found;
}

const cases = Array.from({ length: 60 }, (_, seed) => {
  const prep = prepare(everyFeature(seed + 1, { visits: 7, persons: 3, days: 1 }));
  const random = createRandom(seed);
  const scale = Math.max(1, ...prep.secPrice) * 5000;
  const dual = Float64Array.from({ length: prep.visits }, () => Math.round(random.next() * scale));
  return { prep, dual, kinds: prep.changesByHour ? [] : kindsOf(prep) };
});

describe('pricing', () => {
  it('finds the cheapest day of each kind of shift, at its price, and promises no more', () => {
    let compared = 0;
    for (const { prep, dual, kinds } of cases) {
      const priceKind = createPricing(prep);
      for (const kind of kinds) {
        const days = everyDay(prep, kind, dual);
        const cheapest = Math.min(0, ...days.values());
        const priced = priceKind(kind, fullMemory(prep), dual, ALL);
        if (!priced.isWhole) continue;
        expect(priced.least).toBeCloseTo(cheapest, 3);
        for (const { visits, price } of priced.days) {
          const worth = visits.reduce((sum, v) => sum + dual[v]!, 0);
          // Whoever is free sooner may be late later, so what the labels know of an order can be a dearer way of it.
          expect(price - worth).toBeGreaterThanOrEqual(days.get(visits.join())! - 1e-3);
        }
        if (cheapest < 0) compared++;
      }
    }
    expect(compared).toBeGreaterThan(25);
  });

  it('finds the cheapest day of every set of visits where that is wanted', () => {
    let compared = 0;
    for (const { prep, dual, kinds } of cases.slice(0, 30)) {
      const priceKind = createPricing(prep);
      for (const kind of kinds) {
        const wanted = cheapestOfSets(everyDay(prep, kind, dual), ALL.border);
        const priced = priceKind(kind, fullMemory(prep), dual, { ...ALL, everySet: true });
        if (!priced.isWhole) continue;
        const found = priced.days.map(({ visits, price }): [string, number] => [
          visits.join(),
          price - visits.reduce((sum, v) => sum + dual[v]!, 0),
        ]);
        const sets = cheapestOfSets(found, ALL.border);
        expect([...sets.keys()].sort()).toEqual([...wanted.keys()].sort());
        for (const [set, price] of sets) expect(price).toBeCloseTo(wanted.get(set)!, 3);
        compared += sets.size;
      }
    }
    expect(compared).toBeGreaterThan(100);
  });

  it('says so when it drops something or time is over, and promises less then', () => {
    const { prep, dual, kinds } = cases.find(({ prep, dual, kinds: [kind] }) => {
      return kind && createPricing(prep)(kind, fullMemory(prep), dual, ALL).labels > 12;
    })!;
    const kind = kinds[0]!;
    const priceKind = createPricing(prep);
    const whole = priceKind(kind, fullMemory(prep), dual, ALL);
    for (const limits of [
      { ...ALL, labels: 5 },
      { ...ALL, few: 1 },
      { ...ALL, ways: 1 },
    ]) {
      const cut = priceKind(kind, fullMemory(prep), dual, limits);
      expect(cut.isWhole).toBe(false);
      expect(cut.labels).toBeLessThan(whole.labels);
      if (limits.few > 1) expect(cut.least).toBeLessThanOrEqual(whole.least + 1e-3);
    }
    const none = priceKind(kind, fullMemory(prep), dual, { ...ALL, isOver: () => true });
    expect(none).toEqual({ days: [], least: Number.NEGATIVE_INFINITY, labels: 0, isWhole: false });
    // Nothing is left behind from one look to the next.
    expect(priceKind(kind, fullMemory(prep), dual, ALL)).toEqual(whole);
  });
});

function cheapestOfSets(days: Iterable<[string, number]>, border: number): Map<string, number> {
  const sets = new Map<string, number>();
  for (const [order, price] of days) {
    const set = order
      .split(',')
      .map(Number)
      .sort((a, b) => a - b)
      .join();
    if (price < border - 1e-3 && price < (sets.get(set) ?? Number.POSITIVE_INFINITY)) sets.set(set, price);
  }
  return sets;
}
