import {
  applyHand,
  createRandom,
  OBJECTIVES,
  type Plan,
  type Problem,
  planOfHand,
  verifyPlan,
} from '@/core/index';
import { anyEdit, boardFor, start } from '../support/hands';

const SEEDS = Array.from({ length: 24 }, (_, i) => i + 1);

function judged(problem: Problem, plan: Plan) {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') throw new Error('the plan can be read');
  return verdict;
}

/** What a change by hand is said to come to, against the checker, which knows nothing of hands. */
describe('a change by hand', () => {
  it('changes the price by what it says, measure by measure, and breaks what it says', () => {
    let broke = 0;
    let kept = 0;
    let pushed = 0;
    for (const seed of SEEDS) {
      const random = createRandom(seed);
      const { problem, plan } = start(seed);
      let board = boardFor(problem, plan);
      let before = judged(problem, plan);
      for (let i = 0; i < 25; i++) {
        const edit = anyEdit(board, random);
        const result = applyHand(board, edit);
        const next = planOfHand(result);
        const after = judged(result.index.problem, next);
        expect(after.price - before.price).toBe(result.price);
        for (const o of OBJECTIVES)
          expect(after.parts[o].amount - before.parts[o].amount).toBe(result.change[o].amount);
        const keys = (v: (typeof after.violations)[number]) =>
          `${v.rule} ${v.shiftId ?? ''} ${v.visitId ?? ''}`;
        const known = new Set(before.violations.map(keys));
        const fresh = after.violations.map(keys).filter((k) => !known.has(k));
        expect([...new Set(result.broken.map(keys))].sort()).toEqual([...new Set(fresh)].sort());
        pushed += result.pushed.length;
        if (result.broken.length > 0) broke++;
        else kept++;
        // Goes on from what keeps the rules, and now and then from what does not.
        if (result.broken.length > 0 && random.below(3) > 0) continue;
        board = boardFor(result.index.problem, next);
        before = after;
      }
    }
    expect(broke).toBeGreaterThan(50);
    expect(kept).toBeGreaterThan(50);
    expect(pushed).toBeGreaterThan(20);
  });

  it('moves nothing that has room, and nothing to an earlier time', () => {
    for (const seed of SEEDS) {
      const random = createRandom(seed + 500);
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      for (let i = 0; i < 20; i++) {
        const edit = anyEdit(board, random);
        const result = applyHand(board, edit);
        for (const p of result.pushed) expect(p.startSec).toBeGreaterThan(p.wasSec);
        const were = new Map(board.timed.routes.map((r) => [r.shift.id, r]));
        for (const route of result.timed.routes)
          if (!result.shiftIds.has(route.shift.id)) expect(route).toBe(were.get(route.shift.id));
      }
    }
  });

  it('leaves all as it was when what was taken off is put where it was', () => {
    let back = 0;
    for (const seed of SEEDS) {
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      for (const { shift, stops } of board.timed.routes) {
        for (const { visit, startSec } of stops) {
          if ((visit.people ?? 1) > 1) continue;
          const off = applyHand(board, { seats: new Map([[visit.id, []]]) });
          const seat = { shiftId: shift.id, fromSec: startSec };
          const again = applyHand(boardFor(problem, planOfHand(off)), {
            seats: new Map([[visit.id, [seat]]]),
          });
          const starts = (routes: typeof off.timed.routes) =>
            routes.flatMap((r) => r.stops.map((s) => `${r.shift.id} ${s.visit.id} ${s.startSec}`)).sort();
          expect(starts(again.timed.routes)).toEqual(starts(board.timed.routes));
          // The breaks of the day may lie better now.
          expect(off.price + again.price).toBeLessThanOrEqual(0);
          back++;
        }
      }
    }
    expect(back).toBeGreaterThan(150);
  });
});
