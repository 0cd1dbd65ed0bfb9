import {
  applyHand,
  type Board,
  type Interval,
  indexProblem,
  keptOffers,
  planOfHand,
  type Visit,
  verifyPlan,
} from '@/core/index';
import { boardFor, start } from '../support/hands';

const SEEDS = Array.from({ length: 24 }, (_, i) => i + 1);
const HOUR = 3600;

const keyOf = (v: { rule: string; shiftId?: string; visitId?: string }): string =>
  `${v.rule} ${v.shiftId ?? ''} ${v.visitId ?? ''}`;

/** By trying: whether some moment of a window on some cord breaks no rule. */
function canBePlaced(board: Board, visit: Visit, window: Interval): boolean {
  const promised: Visit = { ...visit, windows: [{ ...window, latestSec: window.endSec }] };
  const visits = board.index.problem.visits.map((v) => (v.id === visit.id ? promised : v));
  const index = indexProblem({ ...board.index.problem, visits });
  const there = { ...board, index };
  for (const shift of index.problem.shifts)
    for (let fromSec = window.startSec; fromSec <= window.endSec; fromSec += HOUR / 4) {
      const result = applyHand(there, { seats: new Map([[visit.id, [{ shiftId: shift.id, fromSec }]]]) });
      const stop = result.timed.routes.flatMap((r) => r.stops).find((s) => s.visit.id === visit.id);
      if (result.broken.length === 0 && stop && stop.startSec <= window.endSec) return true;
    }
  return false;
}

/** What is offered, against the checker, which knows nothing of offers, and against the search for places. */
describe('windows that are offered', () => {
  it('can all be kept by the checker’s rules, at the price that they are told to have', () => {
    let offered = 0;
    for (const seed of SEEDS) {
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      const before = verifyPlan(problem, plan);
      if (before.kind !== 'judged') throw new Error('the plan can be read');
      const known = new Set(before.violations.map(keyOf));
      for (const visit of problem.visits.slice(0, 5)) {
        const from = Math.min(...problem.shifts.map((s) => s.startSec));
        const windows = Array.from({ length: 12 }, (_, i) => ({
          startSec: from + i * 2 * HOUR,
          endSec: from + (i + 1) * 2 * HOUR,
        }));
        const offers = keptOffers(board, visit.id, { windows, nowSec: 0, mayPush: () => true });
        for (const { window, result, startSec } of offers) {
          offered++;
          const after = verifyPlan(result.index.problem, planOfHand(result));
          if (after.kind !== 'judged') throw new Error('the plan with it can be read');
          const fresh = after.violations.map(keyOf).filter((k) => !known.has(k));
          expect(fresh).toEqual([]);
          const own = result.index.visitById.get(visit.id)!;
          if (own.windows[0]?.on !== 'finish') {
            expect(startSec).toBeGreaterThanOrEqual(window.startSec);
            expect(startSec).toBeLessThanOrEqual(window.endSec);
          }
          expect(after.price - before.price).toBe(result.price);
        }
      }
    }
    expect(offered).toBeGreaterThan(100);
  });

  it('are all that trying every quarter of an hour on every cord finds: none is missing', () => {
    let found = 0;
    for (const seed of SEEDS.slice(0, 5)) {
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      const from = Math.min(...problem.shifts.map((s) => s.startSec));
      const alone = problem.visits.filter((v) => (v.people ?? 1) === 1 && v.windows[0]?.on !== 'finish');
      for (const visit of alone.slice(0, 4)) {
        const windows = Array.from({ length: 8 }, (_, i) => ({
          startSec: from + i * 3 * HOUR,
          endSec: from + (i + 1) * 3 * HOUR,
        }));
        const offered = new Set(
          keptOffers(board, visit.id, { windows, nowSec: 0, mayPush: () => true }).map((o) => o.window),
        );
        for (const window of windows) {
          const isPlaceable = canBePlaced(board, visit, window);
          if (isPlaceable) found++;
          if (isPlaceable)
            expect([seed, visit.id, window, offered.has(window)]).toEqual([seed, visit.id, window, true]);
        }
      }
    }
    expect(found).toBeGreaterThan(20);
  });

  it('begin at the very end of a window only where nothing before it can be had', () => {
    for (const seed of SEEDS.slice(0, 8)) {
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      const from = Math.min(...problem.shifts.map((s) => s.startSec));
      const windows = Array.from({ length: 8 }, (_, i) => ({
        startSec: from + i * 3 * HOUR,
        endSec: from + (i + 1) * 3 * HOUR,
      }));
      const early = windows.map((w) => ({ ...w, endSec: w.endSec - HOUR / 2 }));
      for (const visit of problem.visits.slice(0, 5)) {
        if (visit.windows[0]?.on === 'finish') continue;
        const ask = { nowSec: 0, mayPush: () => true };
        const all = keptOffers(board, visit.id, { ...ask, windows });
        const spared = keptOffers(board, visit.id, { ...ask, windows, spareSec: HOUR / 2 });
        expect(spared.map((o) => o.window)).toEqual(all.map((o) => o.window));
        const before = new Set(
          keptOffers(board, visit.id, { ...ask, windows: early }).map((o) => o.window.startSec),
        );
        for (const { window, startSec } of spared)
          if (startSec > window.endSec - HOUR / 2) expect(before.has(window.startSec)).toBe(false);
      }
    }
  });

  it('move nobody where nobody may be moved', () => {
    for (const seed of SEEDS.slice(0, 12)) {
      const { problem, plan } = start(seed);
      const board = boardFor(problem, plan);
      const from = Math.min(...problem.shifts.map((s) => s.startSec));
      const windows = Array.from({ length: 8 }, (_, i) => ({
        startSec: from + i * 3 * HOUR,
        endSec: from + (i + 1) * 3 * HOUR,
      }));
      for (const visit of problem.visits.slice(0, 6))
        for (const { result } of keptOffers(board, visit.id, { windows, nowSec: 0, mayPush: () => false }))
          expect(result.pushed).toEqual([]);
    }
  });
});
