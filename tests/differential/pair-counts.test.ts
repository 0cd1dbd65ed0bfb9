import { countPairs, indexProblem, PAIR_STEPS, pairReasons } from '@/core/index';
import { reach } from '@/core/rules/day-limits';
import { timeRoute } from '@/core/timing/time-route';
import { everyFeature } from '../support/every-feature';

/** Counting keeps what it found and looks only where it must: against asking of every pair and day by itself. */
describe('pairs of person and visit, counted', () => {
  const problems = Array.from({ length: 40 }, (_, i) =>
    everyFeature(i + 1, { visits: 12, persons: 5, days: 2 }),
  );

  it('are left where some day would do, and taken away once each', () => {
    let closed = 0;
    for (const problem of problems) {
      const index = indexProblem(problem);
      const { counts } = countPairs(index, null);
      const people = [...new Set(problem.shifts.map((s) => s.personId))];
      const isOpen = (visit: (typeof problem.visits)[number], personId: string): boolean =>
        problem.shifts.some((s) => {
          if (s.personId !== personId || pairReasons(index, visit, s).length > 0) return false;
          const route = timeRoute(index, s, [visit])!;
          return reach(index, { routes: [route], unplanned: [] }).length === 0;
        });
      const left = problem.visits.reduce((sum, v) => sum + people.filter((p) => isOpen(v, p)).length, 0);
      expect(counts.left).toBe(left);
      expect(counts.steps.reduce((sum, s) => sum + s.removed, 0)).toBe(
        people.length * problem.visits.length - left,
      );
      for (const n of counts.nobody) {
        closed++;
        expect(people.some((p) => isOpen(index.visitById.get(n.visitId)!, p))).toBe(false);
        expect(n.removed.reduce((a, b) => a + b, 0)).toBe(people.length);
      }
      expect(counts.steps.every((s) => PAIR_STEPS.includes(s.step))).toBe(true);
    }
    expect(closed).toBeGreaterThan(20);
  });

  it('come out the same however far the quick look at the way is from the way', () => {
    for (const problem of problems) {
      const index = indexProblem(problem);
      const { counts } = countPairs(index, null);
      const { places, travel } = problem;
      const longest = (from: number, to: number): number =>
        Math.max(
          travel.durationSec[from * places.length + to]!,
          ...(travel.byTime?.slices ?? []).map((s) => s[from * places.length + to]!),
        );
      for (const mostSec of [
        (from: number, to: number) => longest(from, to) * 2 + 600,
        () => Number.POSITIVE_INFINITY,
      ])
        expect(countPairs(index, null, { mostSec }).counts).toEqual(counts);
    }
  });

  it('come out the same with what was kept of an earlier count, whatever changed between', () => {
    let kept = null as ReturnType<typeof countPairs>['kept'] | null;
    for (const problem of problems.slice(0, 12)) {
      for (const skills of [true, false]) {
        const index = indexProblem({ ...problem, rules: { ...problem.rules, skills } });
        const fresh = countPairs(index, null);
        const again = countPairs(index, kept);
        expect(again.counts).toEqual(fresh.counts);
        kept = again.kept;
      }
    }
  });

  it('what is alone in the way opens the pair when it goes', () => {
    let opened = 0;
    for (const problem of problems) {
      if (!problem.rules.skills) continue;
      const before = countPairs(indexProblem(problem), null).counts;
      const after = countPairs(
        indexProblem({ ...problem, rules: { ...problem.rules, skills: false } }),
        null,
      ).counts;
      const alone = before.steps.find((s) => s.step === 'skills')!.alone;
      expect(after.left - before.left).toBe(alone);
      opened += alone;
    }
    expect(opened).toBeGreaterThan(20);
  });
});
