import { solve } from '@/core/engine/index';
import {
  boardOf,
  funnelOf,
  gapFillers,
  indexProblem,
  OBJECTIVES,
  offerWindows,
  type Plan,
  type Problem,
  placesFor,
  planWithPlace,
  relaxationsFor,
  verifyPlan,
  windowsWithin,
} from '@/core/index';
import { everyFeature } from '../support/every-feature';

const HOUR = 3600;
const SEEDS = Array.from({ length: 30 }, (_, i) => i + 1);

function solved(seed: number): { problem: Problem; plan: Plan } {
  const problem = everyFeature(seed, { visits: 14, persons: 4, days: 2 });
  const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 40 } });
  if (!result.ok) throw new Error('nothing is held');
  return { problem, plan: result.solution.plan };
}

function judged(problem: Problem, plan: Plan) {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') throw new Error('the plan can be read');
  return verdict;
}

function boardFor(problem: Problem, plan: Plan) {
  const board = boardOf(indexProblem(problem), plan);
  if (!board) throw new Error('the plan can be read');
  return board;
}

describe('places for a visit', () => {
  it('break no rule, and change the price by what they say, measure by measure', () => {
    let tried = 0;
    for (const seed of SEEDS) {
      const { problem, plan } = solved(seed);
      const board = boardFor(problem, plan);
      const before = judged(problem, plan);
      for (const visit of problem.visits) {
        for (const place of placesFor(board, visit, { limit: 4 })) {
          const next = planWithPlace(board, visit, place);
          if (!next) throw new Error('a place can be taken');
          const after = judged(problem, next);
          expect(after.violations).toEqual([]);
          expect(after.price - before.price).toBe(place.price);
          for (const o of OBJECTIVES) {
            expect(after.parts[o].price - before.parts[o].price).toBe(place.change[o].price);
          }
          tried++;
        }
      }
    }
    expect(tried).toBeGreaterThan(400);
  });

  it('come cheapest first, and one that a plan has already costs nothing', () => {
    for (const seed of SEEDS.slice(0, 10)) {
      const { problem, plan } = solved(seed);
      const board = boardFor(problem, plan);
      for (const visit of problem.visits) {
        const prices = placesFor(board, visit, { limit: 20 }).map((p) => p.price);
        expect(prices).toEqual([...prices].sort((a, b) => a - b));
      }
    }
  });
});

describe('the funnel', () => {
  it('accounts for every person-day', () => {
    for (const seed of SEEDS.slice(0, 15)) {
      const { problem, plan } = solved(seed);
      const board = boardFor(problem, plan);
      for (const visit of problem.visits) {
        const funnel = funnelOf(board, visit);
        const removed = funnel.steps.reduce((sum, s) => sum + s.removed, 0);
        expect(funnel.shifts).toBe(problem.shifts.length);
        expect(removed + funnel.left).toBe(funnel.shifts);
        for (const step of funnel.steps) expect(step.alone).toBeLessThanOrEqual(funnel.shifts);
      }
    }
  });
});

describe('relaxations', () => {
  it('place a loose end in the problem that they change', () => {
    let found = 0;
    for (const seed of SEEDS) {
      const { problem, plan } = solved(seed);
      for (const id of plan.unplannedVisitIds.slice(0, 3)) {
        const visit = problem.visits.find((v) => v.id === id)!;
        const relaxed = relaxationsFor(problem, plan, visit);
        const prices = relaxed.map((r) => r.place.price);
        expect(prices).toEqual([...prices].sort((a, b) => a - b));
        for (const { place } of relaxed) expect(place.change.unplanned.amount).toBe(-1);
        found += relaxed.length;
      }
    }
    expect(found).toBeGreaterThan(20);
  });
});

describe('offers', () => {
  it('can be kept: the plan with the promise breaks no rule', () => {
    let offered = 0;
    for (const seed of SEEDS.slice(0, 15)) {
      const { problem, plan } = solved(seed);
      const { after: _a, samePersonAs: _s, ...base } = problem.visits[0]!;
      const fresh = { ...base, id: 'new', tie: {} };
      const hours = [0, 1].map((d) => ({ startSec: (d * 24 + 8) * HOUR, endSec: (d * 24 + 18) * HOUR }));
      const windows = windowsWithin(hours, 2 * HOUR);
      for (const { window, place } of offerWindows(boardFor(problem, plan), fresh, {
        windows,
        earliestSec: 0,
      })) {
        const promised = { ...fresh, windows: [{ ...window, latestSec: window.endSec }] };
        const more = { ...problem, visits: [...problem.visits, promised] };
        const wider = { ...plan, unplannedVisitIds: [...plan.unplannedVisitIds, 'new'] };
        const next = planWithPlace(boardFor(more, wider), promised, place);
        if (!next) throw new Error('an offer can be taken');
        expect(judged(more, next).violations).toEqual([]);
        offered++;
      }
    }
    expect(offered).toBeGreaterThan(20);
  });
});

describe('gap fillers', () => {
  it('begin and finish inside the stretch, and save what they say', () => {
    let found = 0;
    for (const seed of SEEDS) {
      const { problem, plan: full } = solved(seed);
      const [emptied, ...routes] = full.routes;
      const freed = emptied?.stops
        .map((s) => s.visitId)
        .filter((id) => !routes.some((r) => r.stops.some((s) => s.visitId === id)));
      const plan = { ...full, routes, unplannedVisitIds: [...full.unplannedVisitIds, ...(freed ?? [])] };
      const board = boardFor(problem, plan);
      for (const shift of problem.shifts.slice(0, 4)) {
        const stretch = { startSec: shift.startSec, endSec: shift.startSec + 4 * HOUR };
        for (const { visitId, place } of gapFillers(board, shift.id, stretch, 3)) {
          const visit = problem.visits.find((v) => v.id === visitId)!;
          expect(plan.unplannedVisitIds).toContain(visitId);
          expect(place.spots.map((s) => s.shiftId)).toEqual([shift.id]);
          expect(place.startSec).toBeGreaterThanOrEqual(stretch.startSec);
          const next = planWithPlace(board, visit, place)!;
          expect(judged(problem, next).price - judged(problem, plan).price).toBe(place.price);
          found++;
        }
      }
    }
    expect(found).toBeGreaterThan(5);
  });
});
