import { readSolomon } from '@/contract/files/solomon';
import { createRandom, type Problem, verifyPlan } from '@/core/index';
import { type InstanceShape, madeUpInstance } from '../../../../bench/made-up-instance';
import { aProblem, aShift, aVisit } from '../../../../tests/support/small';
import { solve } from '../index';
import { prepare } from '../prepare/prepare';
import { createRecreate } from '../recreate/greedy';
import { createSortKeys } from '../recreate/order';
import { createWorkspace } from '../state/workspace';
import { createFewerShifts, isFewerFirst } from './fewer-shifts';
import { constructCheapest } from './start';

function madeUp(shape: InstanceShape, seed: number, customers = 100): Problem {
  const options = { rounding: 'none', objective: 'vehicles-distance', customers } as const;
  const read = readSolomon(madeUpInstance(shape, seed), 'made up', options);
  if (!read.ok) throw new Error('a made-up instance can be read');
  return read.value.problem;
}

function inHand(problem: Problem) {
  const work = createWorkspace(prepare(problem), createRandom(1));
  const recreate = createRecreate(work, createSortKeys(work));
  constructCheapest(work, recreate, [...problem.visits.keys()]);
  return { work, recreate };
}

describe('fewer shifts first', () => {
  it('finds a plan with nine vehicles where a search by price alone stays with ten', () => {
    const problem = madeUp({ family: 'RC1', share: 1, width: 110 }, 7);
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 60_000 } });
    if (!result.ok) throw new Error('nothing is held');
    const { plan } = result.solution;
    expect(verifyPlan(problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
    expect(plan.unplannedVisitIds).toEqual([]);
    expect(plan.routes.filter(({ stops }) => stops.length > 0)).toHaveLength(9);
  });

  it('goes down as far as capacity allows, never with a visit left out for good, and then goes on by price', () => {
    const problem = madeUp({ family: 'C1', share: 0.5, width: 60 }, 3, 25);
    const { work, recreate } = inHand(problem);
    const fewer = createFewerShifts(work, recreate);
    const demand = problem.visits.reduce((sum, v) => sum + v.demand, 0);
    const fewest = Math.ceil(demand / problem.shifts[0]!.capacity!);
    let least = problem.shifts.length;
    for (let i = 0; i < 4000; i++) {
      fewer.step(1, true);
      if (work.loose.count === 0) least = Math.min(least, work.routes.count.filter((n) => n > 0).length);
    }
    expect(least).toBeGreaterThanOrEqual(fewest);
    expect(least).toBeLessThanOrEqual(fewest + 1);
    fewer.end();
    expect([...work.near.open]).toEqual(problem.shifts.map(() => 1));
  });

  it('is only for where a person less is worth more than all the driving', () => {
    const shifts = [aShift(), aShift({ id: 't', personId: 'r' })];
    const problem = aProblem(shifts, [aVisit()]);
    const pricedAt = (personOut: number): boolean =>
      isFewerFirst(inHand({ ...problem, prices: { ...problem.prices, personOut } }).work);
    // There and back: 32 minutes at 6,667 a second.
    expect(pricedAt(32 * 60 * 6667)).toBe(false);
    expect(pricedAt(32 * 60 * 6667 + 1)).toBe(true);
    expect(pricedAt(0)).toBe(false);
  });
});
