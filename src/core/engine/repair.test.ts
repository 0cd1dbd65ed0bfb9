import { type Problem, verifyPlan } from '@/core/index';
import { FIELD_SIZES, fieldProblem } from '../../../bench/field-problem';
import { solve, withBase } from './index';

const problem = fieldProblem({ ...FIELD_SIZES.S, persons: 16, days: 2, visits: 150 }, 3);

function solved(p: Problem, options: Partial<Parameters<typeof solve>[1]>) {
  const result = solve(p, { seed: 1, budget: { kind: 'iterations', iterations: 6000 }, ...options });
  if (!result.ok) throw new Error('nothing is held');
  return result.solution.plan;
}

describe('a repair', () => {
  const plan = solved(problem, {});
  const gone = problem.persons[3]!.id;
  const shifts = problem.shifts.filter((s) => s.personId !== gone);
  const ids = new Set(shifts.map((s) => s.id));
  const left = { ...plan, routes: plan.routes.filter((r) => ids.has(r.shiftId)) };
  const who = (id: string, in1: typeof plan): string | undefined =>
    in1.routes.find((r) => r.stops.some((stop) => stop.visitId === id))?.shiftId;
  const kept = left.routes.flatMap((r) => r.stops.map((stop) => stop.visitId));

  it('places again what lost its person and leaves nearly all the rest with theirs', () => {
    const repaired = solved(withBase({ ...problem, shifts }, left, 24_000_000), {
      start: left,
      repair: true,
    });
    const without = { ...problem, shifts };
    const based = verifyPlan(withBase(without, left, 24_000_000), repaired);
    expect(based).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
    const moved = kept.filter((id) => who(id, repaired) !== who(id, left));
    expect(moved.length).toBeLessThanOrEqual(kept.length * 0.05);
    expect(repaired.unplannedVisitIds.length).toBeLessThanOrEqual(plan.unplannedVisitIds.length);
  });

  it('moves fewer times where that has a price, and says how many it moved', () => {
    const repaired = (moved: number) => {
      const prices = { ...problem.prices, moved, movedSec: 1800 };
      const based = withBase({ ...problem, shifts, prices }, left, 24_000_000);
      const verdict = verifyPlan(based, solved(based, { start: left, repair: true }));
      expect(verdict).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
      return verdict.kind === 'judged' ? verdict.parts.moved.amount : Number.NaN;
    };
    const [without, dear] = [repaired(0), repaired(20_000_000)];
    expect(without).toBeGreaterThan(0);
    expect(dear).toBeLessThan(without);
  });

  it('does not touch what is far from anything loose', () => {
    const whole = solved(withBase(problem, plan, 1e12), { start: plan, repair: true });
    expect(kept.filter((id) => who(id, whole) !== who(id, plan))).toEqual([]);
  });

  it('counts a change of person or day against the base, and nothing else', () => {
    const based = withBase(problem, plan, 7);
    const verdict = verifyPlan(based, plan);
    if (verdict.kind !== 'judged') throw new Error('the plan is whole');
    expect(verdict.parts.changed.amount).toBe(0);
    const [first, ...others] = plan.routes;
    const dropped = verifyPlan(based, {
      ...plan,
      routes: others,
      unplannedVisitIds: [...plan.unplannedVisitIds, ...first!.stops.map((stop) => stop.visitId)],
    });
    if (dropped.kind !== 'judged') throw new Error('the plan is whole');
    expect(dropped.parts.changed.amount).toBe(0);
  });
});
