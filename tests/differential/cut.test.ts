import { canCut, cutProblem, joinPlans, solve } from '@/core/engine/index';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { FIELD_SIZES, fieldProblem } from '../../bench/field-problem';
import { everyFeature } from '../support/every-feature';

const field = fieldProblem({ ...FIELD_SIZES.S, persons: 12, days: 2 }, 5);

function planOf(problem: Problem, iterations: number, start?: Plan | null): Plan {
  const result = solve(problem, {
    seed: 1,
    budget: { kind: 'iterations', iterations },
    start: start ?? undefined,
  });
  if (!result.ok) throw new Error('nothing is held');
  return result.solution.plan;
}

describe('a problem cut into parts', () => {
  it.each([1, 2, 3])('seed %i: parts share everything out and touch nothing of each other', (seed) => {
    const pieces = cutProblem(field, null, 3, seed);
    const shifts = pieces.flatMap((p) => p.problem.shifts.map((s) => s.id));
    const visits = pieces.flatMap((p) => p.problem.visits.map((v) => v.id));
    expect([...shifts].sort()).toEqual(field.shifts.map((s) => s.id).sort());
    expect([...visits].sort()).toEqual(field.visits.map((v) => v.id).sort());
    for (const person of field.persons) {
      const in1 = pieces.filter((p) => p.problem.shifts.some((s) => s.personId === person.id));
      expect(in1).toHaveLength(1);
    }
    const sizes = pieces.map((p) => p.problem.shifts.length);
    expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(4);
  });

  it('plans of the parts make a plan that the checker accepts at the sum of their prices', () => {
    let plan: Plan | null = null;
    let before = Number.POSITIVE_INFINITY;
    for (let seed = 1; seed <= 4; seed++) {
      const pieces = cutProblem(field, plan, 2, seed);
      plan = joinPlans(
        field,
        pieces.map((piece) => planOf(piece.problem, 1500, piece.plan)),
      );
      const verdict = verifyPlan(field, plan);
      expect(verdict).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
      // A part begins with its share of the plan, so that a new cut never makes it dearer.
      expect(plan.price).toBeLessThanOrEqual(before);
      before = plan.price;
    }
  });

  it('cuts of different seeds run elsewhere', () => {
    const first = (seed: number): string =>
      cutProblem(field, null, 2, seed)[0]!
        .problem.shifts.map((s) => s.id)
        .sort()
        .join();
    expect(new Set([1, 2, 3, 4, 5, 6].map(first)).size).toBeGreaterThan(2);
  });

  it('keeps together who shares a limit or a crew', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const problem = everyFeature(seed, { visits: 12, persons: 6, days: 2 }, ['crews', 'limits', 'rest']);
      if (!canCut(problem)) continue;
      const pieces = cutProblem(problem, null, 2, seed);
      for (const limit of problem.limits ?? []) {
        const holding = pieces.filter((p) => p.problem.shifts.some((s) => limit.shiftIds.includes(s.id)));
        expect(holding.length).toBeLessThanOrEqual(1);
      }
      const plan = joinPlans(
        problem,
        pieces.map((piece) => planOf(piece.problem, 200)),
      );
      expect(verifyPlan(problem, plan)).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
    }
  });

  it('is not done where visits, units or a fair share tie people together', () => {
    expect(canCut(field)).toBe(true);
    for (const feature of ['people', 'equipment', 'order', 'same-person', 'fair-share', 'sites'] as const) {
      expect([feature, canCut(everyFeature(3, { visits: 16, persons: 4, days: 2 }, [feature]))]).toEqual([
        feature,
        false,
      ]);
    }
  });
});
