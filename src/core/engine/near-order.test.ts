import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readSolomon } from '@/contract/files/solomon';
import { indexProblem, type Problem, verifyPlan } from '@/core/index';
import { FIELD_SIZES, fieldProblem } from '../../../bench/field-problem';
import { everyFeature } from '../../../tests/support/every-feature';
import { solve } from './index';
import { inOrderOf, listedByNearness } from './near-order';

const ids = (list: readonly { readonly id: string }[]): string[] => list.map(({ id }) => id).sort();

/** Mean seconds from one place to the next in the order in which a problem lists them. */
function stride({ places, travel }: Problem): number {
  let sum = 0;
  for (let p = 1; p < places.length; p++) sum += travel.durationSec[(p - 1) * places.length + p]!;
  return sum / (places.length - 1);
}

describe('a problem listed by nearness', () => {
  it.each([1, 2, 3, 4, 5, 6])('seed %i: is the same problem', (seed) => {
    const problem = everyFeature(seed, { visits: 14, persons: 4, days: 2 });
    const listed = listedByNearness(problem);
    expect(ids(listed.places)).toEqual(ids(problem.places));
    expect(ids(listed.visits)).toEqual(ids(problem.visits));
    expect(ids(listed.shifts)).toEqual(ids(problem.shifts));
    const before = indexProblem(problem);
    const after = indexProblem(listed);
    for (const a of problem.places) {
      for (const b of problem.places) {
        expect(after.usualSec(a.id, b.id)).toBe(before.usualSec(a.id, b.id));
        for (const leave of [0, 30_000, 100_000]) {
          expect(after.arriveAt(a.id, b.id, leave)).toBe(before.arriveAt(a.id, b.id, leave));
        }
      }
    }
  });

  it('has near places side by side', () => {
    const problem = fieldProblem(FIELD_SIZES.S, 2);
    expect(stride(listedByNearness(problem))).toBeLessThan(stride(problem) / 4);
  });

  it('stays as it is where there is one place, or all are the same', () => {
    const text = readFileSync(join(process.cwd(), 'tests/outside/solomon/C101.txt'), 'utf8');
    const read = readSolomon(text, 'C101', { rounding: 'trunc1', objective: 'distance', customers: 1 });
    if (!read.ok) throw new Error(read.error.message);
    const { problem } = read.value;
    expect(ids(listedByNearness(problem).places)).toEqual(ids(problem.places));
    const nowhere = {
      ...problem,
      travel: {
        durationSec: Array.from(problem.travel.durationSec, () => 0),
        distanceM: Array.from(problem.travel.distanceM, () => 0),
      },
    };
    expect(listedByNearness(nowhere).places).toEqual(problem.places);
  });
});

describe('a plan', () => {
  it('lists routes and loose ends as the problem does, not as the search went through them', () => {
    const problem = fieldProblem({ persons: 6, days: 2, visits: 90 }, 4);
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 300 } });
    if (!result.ok) throw new Error('nothing is held');
    const { plan } = result.solution;
    const shiftIx = new Map(problem.shifts.map((s, i) => [s.id, i]));
    const visitIx = new Map(problem.visits.map((v, i) => [v.id, i]));
    const rows = plan.routes.map((r) => shiftIx.get(r.shiftId)!);
    const loose = plan.unplannedVisitIds.map((id) => visitIx.get(id)!);
    expect(rows.length).toBeGreaterThan(3);
    expect(loose.length).toBeGreaterThan(3);
    expect(rows).toEqual([...rows].sort((a, b) => a - b));
    expect(loose).toEqual([...loose].sort((a, b) => a - b));
    expect(verifyPlan(problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
    const shuffled = {
      ...plan,
      routes: [...plan.routes].reverse(),
      unplannedVisitIds: plan.unplannedVisitIds.toReversed(),
    };
    expect(inOrderOf(problem, shuffled)).toEqual(plan);
  });
});
