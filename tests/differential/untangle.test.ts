import {
  applyHand,
  createRandom,
  planOfHand,
  tangleOf,
  UNTANGLE_WAYS,
  untangle,
  verifyPlan,
} from '@/core/index';
import { anyEdit, boardFor, start } from '../support/hands';

const SEEDS = Array.from({ length: 30 }, (_, i) => i + 1);

/** Days tangled by hand, and every way out of the tangle judged by the checker, which knows nothing of hands. */
describe('a tangled day', () => {
  it('comes out with less wrong, at the price that was said, and nothing lost', () => {
    const found = new Map(UNTANGLE_WAYS.map((w) => [w, 0]));
    let tangled = 0;
    let whole = 0;
    for (const seed of SEEDS) {
      const random = createRandom(seed);
      const { problem, plan } = start(seed);
      for (let i = 0; i < 12; i++) {
        const spoilt = applyHand(boardFor(problem, plan), anyEdit(boardFor(problem, plan), random));
        const given = planOfHand(spoilt);
        const board = boardFor(spoilt.index.problem, given);
        const was = verifyPlan(spoilt.index.problem, given);
        const loose = [...given.unplannedVisitIds].sort();
        for (const { shift } of board.timed.routes) {
          const before = tangleOf(board, shift.id);
          if (before === 0) continue;
          tangled++;
          const ways = untangle(board, shift.id, { nowSec: Number.NEGATIVE_INFINITY });
          if (ways[0]?.left === 0) whole++;
          for (const { way, edit, result, left } of ways) {
            found.set(way, found.get(way)! + 1);
            expect(left).toBeLessThan(before);
            const next = planOfHand(result);
            expect([...next.unplannedVisitIds].sort()).toEqual(loose);
            const verdict = verifyPlan(result.index.problem, next);
            if (verdict.kind !== 'judged' || was.kind !== 'judged') throw new Error('the plan can be read');
            expect(verdict.price - was.price).toBe(result.price);
            expect(applyHand(board, edit).price).toBe(result.price);
            if (left === 0) expect(verdict.violations.filter((v) => v.shiftId === shift.id)).toEqual([]);
          }
        }
      }
    }
    expect(tangled).toBeGreaterThan(100);
    expect(whole).toBeGreaterThan(40);
    for (const way of UNTANGLE_WAYS) expect(found.get(way)).toBeGreaterThan(5);
  });

  it('leaves what has begun, and says nothing of a day that is in order', () => {
    const { problem, plan } = start(3);
    const board = boardFor(problem, plan);
    for (const { shift } of board.timed.routes) {
      if (tangleOf(board, shift.id) > 0) continue;
      expect(untangle(board, shift.id, { nowSec: 0 })).toEqual([]);
    }
    expect(() => untangle(board, 'nobody', { nowSec: 0 })).toThrow('nobody');
  });
});
