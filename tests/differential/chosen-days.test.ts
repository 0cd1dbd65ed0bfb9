import { createRandom } from '@/core/base/random';
import { createDayChooser } from '@/core/engine/days/choose';
import { takeDays } from '@/core/engine/days/in-hand';
import { createMetDays } from '@/core/engine/days/met';
import { type SolveOptions, solve } from '@/core/engine/index';
import { prepare } from '@/core/engine/prepare/prepare';
import { proveByEnumeration } from '@/core/engine/prove/enumerate';
import { createWorkspace } from '@/core/engine/state/workspace';
import { type Problem, verifyPlan } from '@/core/index';
import { createLinearModels } from '@/host/linear-models';
import { everyFeature } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';

const never = (): boolean => false;
/** Features that leave days apart, and searches quick. */
const SEPARATE = ['levels', 'own-prices', 'day-limits', 'pay', 'reach', 'margin'] as const;

/** Every day that each kind of shift can have with up to three visits. */
function everyDayOf(prep: ReturnType<typeof prepare>, longest: number) {
  const met = createMetDays(prep);
  const work = createWorkspace(prep, createRandom(1));
  const grow = (shift: number, visits: readonly number[]): void => {
    for (const v of prep.visitPlace.keys()) {
      if (visits.includes(v) || prep.eligible[v * prep.shifts + shift] === 0) continue;
      const day = [...visits, v];
      if (takeDays(work, [{ shift, visits: day }])) met.note(work.routes, shift);
      if (day.length < longest) grow(shift, day);
    }
  };
  for (let s = 0; s < prep.shifts; s++) if (prep.shiftTwin[s] === s) grow(s, []);
  return { met, work };
}

describe('days put together anew', () => {
  it('from all days there are: close to the optimum, and at it for most', async () => {
    const linear = await createLinearModels();
    let optimal = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const prep = prepare(randomProblem(seed, { visits: 6, persons: 3, days: 1 }));
      const proven = proveByEnumeration(prep, never);
      if (!proven) throw new Error('small enough');
      const { met, work } = everyDayOf(prep, 3);
      const chooser = createDayChooser(prep, met, linear, []);
      const days = chooser.choose(Number.POSITIVE_INFINITY, never);
      expect(days).not.toBeNull();
      expect(takeDays(work, days!)).toBe(true);
      expect(work.price).toBeGreaterThanOrEqual(proven.price);
      if (work.price === proven.price) optimal++;
      // Nothing stays fixed: the same again.
      expect(chooser.choose(Number.POSITIVE_INFINITY, never)).toEqual(days);
      chooser.dispose();
    }
    expect(optimal).toBeGreaterThan(4);
  });

  it('are none when time is over, and can be had later', async () => {
    const prep = prepare(randomProblem(3, { visits: 7, persons: 3, days: 1 }));
    const { met } = everyDayOf(prep, 3);
    const chooser = createDayChooser(prep, met, await createLinearModels(), []);
    let asked = 0;
    expect(chooser.choose(Number.POSITIVE_INFINITY, () => ++asked > 1)).toBeNull();
    expect(chooser.choose(Number.POSITIVE_INFINITY, never)).not.toBeNull();
    chooser.dispose();
  });

  it('where time ends on the way, are days for shifts that there are, each once', async () => {
    const linear = await createLinearModels();
    let partial = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const prep = prepare(randomProblem(seed, { visits: 9, persons: 4, days: 1 }));
      const { met, work } = everyDayOf(prep, 3);
      const whole = createDayChooser(prep, met, linear, []);
      const all = JSON.stringify(whole.choose(Number.POSITIVE_INFINITY, never));
      whole.dispose();
      for (let looks = 1; looks < 12; looks++) {
        const chooser = createDayChooser(prep, met, linear, []);
        let asked = 0;
        const days = chooser.choose(Number.POSITIVE_INFINITY, () => ++asked > looks);
        chooser.dispose();
        if (!days) continue;
        if (JSON.stringify(days) !== all) partial++;
        expect(new Set(days.map(({ shift }) => shift)).size).toBe(days.length);
        expect(days.every(({ shift }) => prep.shiftTwin[shift] !== undefined)).toBe(true);
        expect(takeDays(work, days)).toBe(true);
      }
    }
    expect(partial).toBeGreaterThan(0);
  });
});

describe('a search that puts days together anew', () => {
  const solved = (problem: Problem, options: Partial<SolveOptions>) => {
    const result = solve(problem, { seed: 7, budget: { kind: 'iterations', iterations: 9000 }, ...options });
    if (!result.ok) throw new Error('nothing is held');
    return result.solution.plan;
  };

  it('makes plans that the checker accepts, the same for the same seed', async () => {
    const linear = await createLinearModels();
    let better = 0;
    for (let seed = 1; seed <= 4; seed++) {
      const problem = everyFeature(seed, { visits: 50, persons: 10, days: 1 }, SEPARATE);
      const plan = solved(problem, { linear });
      expect(verifyPlan(problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
      expect(solved(problem, { linear })).toEqual(plan);
      if (plan.price < solved(problem, {}).price) better++;
    }
    expect(better).toBeGreaterThan(1);
  });

  it('ends in time, and when it is stopped', async () => {
    const linear = await createLinearModels();
    const problem = randomProblem(9, { visits: 60, persons: 12, days: 1 });
    // A clock that goes on by ten milliseconds a look.
    let at = 0;
    const now = (): number => (at += 10);
    const result = solve(problem, { seed: 1, budget: { kind: 'seconds', seconds: 3, now }, linear });
    if (!result.ok) throw new Error('nothing is held');
    expect(result.solution.stop).toBe('budget');
    let looks = 0;
    const stopped = solve(problem, {
      seed: 1,
      budget: { kind: 'iterations', iterations: 50_000 },
      linear,
      shouldStop: () => ++looks > 150,
    });
    if (!stopped.ok) throw new Error('nothing is held');
    expect(stopped.solution.stop).toBe('stopped');
    expect(verifyPlan(problem, stopped.solution.plan)).toMatchObject({ violations: [], priceAgrees: true });
  });
});
