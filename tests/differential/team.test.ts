import { Worker } from 'node:worker_threads';
import { type Invitation, isForTeam, solve } from '@/core/engine/index';
import { type Problem, verifyPlan } from '@/core/index';
import { fieldProblem } from '../../bench/field-problem';
import { everyFeature, FEATURES, type Feature } from '../support/every-feature';
import { buildProgram, type Helpers, hireHelpers, program } from '../support/team';

const LINKED: readonly Feature[] = ['people', 'equipment', 'order', 'same-person'];

let one: Helpers;
let two: Helpers;
beforeAll(() => {
  buildProgram();
  one = hireHelpers(1);
  two = hireHelpers(2);
});
afterAll(async () => {
  await one.dismiss();
  await two.dismiss();
});

function expectRight(problem: Problem, plan: Parameters<typeof verifyPlan>[1]): void {
  expect(verifyPlan(problem, plan)).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
}

describe('a team', () => {
  it('plans what the checker accepts at its price, whatever features a problem has', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const features = FEATURES.filter((_, i) => (seed * 7 + i * 5) % 3 === 0);
      const problem = everyFeature(seed, { visits: 36, persons: 5, days: 2 }, features);
      const helpers = seed % 2 === 0 ? one : two;
      const { plan, constructedPrice, state } = helpers.solve(problem, { seed, iterations: 1200 });
      expectRight(problem, plan);
      expect(plan.price).toBeLessThanOrEqual(constructedPrice);
      expect(state.bestPrice).toBe(plan.price);
    }
  });

  it('with all of them, and where shared limits leave hardly anything to divide', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const all = everyFeature(seed, { visits: 30, persons: 4, days: 2 }, FEATURES);
      expectRight(all, one.solve(all, { seed, iterations: 800 }).plan);
      const ids = all.shifts.map((s) => s.id);
      const shared = { ...all, limits: [{ id: 'everybody', shiftIds: ids, maxWorkSec: 200 * 3600 }] };
      expectRight(shared, one.solve(shared, { seed, iterations: 800 }).plan);
    }
  });

  it('moves linked visits, whoever has them', () => {
    let cheaper = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const problem = everyFeature(seed, { visits: 30, persons: 6, days: 2 }, LINKED);
      const helpers = seed % 2 === 0 ? one : two;
      const { plan, constructedPrice } = helpers.solve(problem, { seed, iterations: 1500 });
      expectRight(problem, plan);
      if (plan.price < constructedPrice) cheaper++;
      const on = helpers.solve(problem, { seed: seed + 100, iterations: 300, start: plan });
      expectRight(problem, on.plan);
      expect(on.plan.price).toBeLessThanOrEqual(plan.price);
    }
    expect(cheaper).toBeGreaterThan(6);
  });

  it('finds the same again for the same seed and iterations, and goes on from a plan', () => {
    const problem = fieldProblem({ persons: 12, days: 3, visits: 150 }, 3);
    const first = one.solve(problem, { seed: 5, iterations: 3000 });
    const again = one.solve(problem, { seed: 5, iterations: 3000 });
    expect(again.plan).toEqual(first.plan);
    expect(first.state.iterations).toBeGreaterThan(5000);
    const on = one.solve(problem, { seed: 6, iterations: 1000, start: first.plan });
    expect(on.constructedPrice).toBe(first.plan.price);
    expect(on.plan.price).toBeLessThanOrEqual(first.plan.price);
    expectRight(problem, on.plan);
  });

  it('leaves what is held where it is', () => {
    const plain = fieldProblem({ persons: 8, days: 2, visits: 60 }, 4);
    const { plan: start } = one.solve(plain, { seed: 1, iterations: 500 });
    const kept = new Map(
      start.routes
        .flatMap((r) => r.stops.map((stop, i) => [stop.visitId, `${r.shiftId} ${i}`] as const))
        .slice(0, 20),
    );
    const problem = { ...plain, visits: plain.visits.map((v) => ({ ...v, held: kept.has(v.id) })) };
    const { plan } = one.solve(problem, { seed: 2, iterations: 1500, start });
    expectRight(problem, plan);
    for (const [visitId, at] of kept) {
      const route = plan.routes.find((r) => r.stops.some((stop) => stop.visitId === visitId));
      expect(`${route?.shiftId}`).toBe(at.split(' ')[0]);
    }
  });

  it('ends with an error where one of them fails', async () => {
    const problem = fieldProblem({ persons: 8, days: 2, visits: 60 }, 4);
    const worker = new Worker(program);
    const gone = new Promise((resolve) => worker.once('error', resolve));
    const invite = (invitation: Invitation): void => {
      const broken = { ...invitation, prep: { ...invitation.prep, links: null } };
      worker.postMessage({ kind: 'assist', invitation: broken, member: 1 });
    };
    const budget = { kind: 'iterations', iterations: 500 } as const;
    expect(() => solve(problem, { seed: 1, budget, team: { members: 2, invite } })).toThrow('has failed');
    await expect(gone).resolves.toHaveProperty('name', 'TypeError');
  });

  it('is for large problems', () => {
    const size = { visits: 410, persons: 8, days: 2 };
    expect(isForTeam(everyFeature(1, size, ['rest', 'limits', 'fair-share', 'time-of-day']))).toBe(true);
    expect(isForTeam(everyFeature(1, { ...size, visits: 390 }, []))).toBe(false);
  });
});
