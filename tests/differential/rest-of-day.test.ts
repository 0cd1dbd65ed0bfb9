import {
  adoptPlan,
  courseOf,
  createRandom,
  type DayFacts,
  eventsOf,
  expectDay,
  fillersFor,
  type HandResult,
  indexProblem,
  keptBoardOf,
  planOfHand,
  playDays,
  randomDraw,
  remediesFor,
  restOfDay,
  type ShiftFacts,
  spreadOver,
  squeezesFor,
  type VisitFacts,
  verifyPlan,
} from '@/core/index';
import { boardFor, start } from '../support/hands';

const SEEDS = Array.from({ length: 45 }, (_, i) => i + 1);
const HOUR = 3600;
const spreads = { travelShare: 0.15, workShare: () => 0.3 };

const keyOf = (v: { rule: string; shiftId?: string; visitId?: string }): string =>
  `${v.rule} ${v.shiftId ?? ''} ${v.visitId ?? ''}`;

/** A random plan of which the first day was played until some hour. */
function played(seed: number) {
  const { problem, plan } = start(seed);
  const { index, timed } = boardFor(problem, plan);
  const random = createRandom(seed);
  const today = Math.min(...timed.routes.map((r) => r.shift.dayIx));
  const routes = timed.routes.filter((r) => r.shift.dayIx === today);
  const nowSec = Math.min(...routes.map((r) => r.departSec)) + Math.floor(random.next() * 9 * HOUR);
  const none: DayFacts = { nowSec: 0, visits: new Map(), shifts: new Map() };
  const days = playDays(
    index,
    routes.map((r) => courseOf(r, none)),
    { nowSec: 0, mayPull: true, draw: randomDraw(spreads, () => random.next()) },
  );
  const visits = new Map<string, VisitFacts>();
  const shifts = new Map<string, ShiftFacts>();
  for (const day of days) {
    const shiftId = day.course.route.shift.id;
    for (const { atSec, kind, visitId } of eventsOf(day)) {
      if (atSec > nowSec) continue;
      const was = visits.get(visitId ?? '');
      const own = shifts.get(shiftId) ?? {};
      if (kind === 'on-the-way') visits.set(visitId!, { state: 'on-the-way', onWaySec: atSec });
      if (kind === 'arrived') visits.set(visitId!, { ...was, state: 'on-site', beganSec: atSec });
      if (kind === 'done') visits.set(visitId!, { ...was, state: 'done', endedSec: atSec });
      if (kind === 'break-begins') shifts.set(shiftId, { ...own, breakBeganSec: atSec });
      if (kind === 'break-ends')
        shifts.set(shiftId, { breaksTaken: (own.breaksTaken ?? 0) + 1, breakEndedSec: atSec });
    }
  }
  const facts: DayFacts = { nowSec, visits, shifts };
  const expected = expectDay(index, routes, facts, { ...spreads, plays: 0, seed: 1, mayPull: true });
  return { index, facts, expected, routes, rest: restOfDay(index, routes, expected, facts) };
}

const beginning = (result: HandResult, id: string): number =>
  Math.max(
    ...result.timed.routes.flatMap((r) => r.stops.filter((s) => s.visit.id === id).map((s) => s.startSec)),
  );

describe('what is left of a day', () => {
  it('is a plan that can be read, of what has not begun, and begins no sooner than is expected', () => {
    let ahead = 0;
    for (const seed of SEEDS) {
      const { rest, facts, expected } = played(seed);
      const verdict = verifyPlan(rest.problem, rest.plan);
      expect(verdict.kind).toBe('judged');
      const startOf = new Map(expected.flatMap((e) => e.stops.map((s) => [s.visitId, s.startSec] as const)));
      for (const route of rest.plan.routes)
        for (const { visitId, startSec } of route.stops) {
          ahead++;
          expect(facts.visits.get(visitId)?.beganSec).toBeUndefined();
          expect(startSec).toBeGreaterThanOrEqual(Math.floor(startOf.get(visitId)!));
        }
      // Nobody who works past when a break is due goes without it.
      for (const { violations } of verdict.kind === 'judged' ? [verdict] : [])
        expect(violations.filter((v) => v.rule === 'break').map(keyOf)).toEqual([]);
      for (const [id, f] of facts.visits)
        if (f.beganSec !== undefined) expect(rest.problem.visits.some((v) => v.id === id)).toBe(false);
    }
    expect(ahead).toBeGreaterThan(60);
  });

  it('has ways out that the checker allows, at the price that they are told to have, to the micro', () => {
    let ways = 0;
    for (const seed of SEEDS) {
      const { rest, facts } = played(seed);
      const before = verifyPlan(rest.problem, rest.plan);
      if (before.kind !== 'judged') throw new Error('what is left can be read');
      const known = new Set(before.violations.map(keyOf));
      const board = keptBoardOf(indexProblem(rest.problem), rest.plan);
      if (!board) throw new Error('what is left can be replayed');
      const shiftOf = new Map(
        rest.plan.routes.flatMap((r) => r.stops.map((s) => [s.visitId, r.shiftId] as const)),
      );
      for (const { id } of rest.problem.visits.slice(0, 8)) {
        const found = remediesFor(board, id, {
          limit: 3,
          mayGoTo: (s) => s.id !== shiftOf.get(id),
          nowSec: facts.nowSec,
        });
        for (const { result, price } of found) {
          ways++;
          expect(beginning(result, id)).toBeGreaterThanOrEqual(facts.nowSec);
          const after = verifyPlan(result.index.problem, planOfHand(result));
          if (after.kind !== 'judged') throw new Error('the way out can be read');
          expect(after.violations.map(keyOf).filter((k) => !known.has(k))).toEqual([]);
          expect(after.price - before.price).toBe(price + result.change.unplanned.price);
        }
        const prices = found.map((f) => f.result.price);
        expect(prices).toEqual([...prices].sort((a, b) => a - b));
      }
    }
    expect(ways).toBeGreaterThan(60);
  });

  it('has others make room, gives somebody’s day to others and fills what is free, all of it allowed by the checker and priced by it', () => {
    const counts = { squeezed: 0, spread: 0, placed: 0, filled: 0 };
    for (const seed of SEEDS) {
      const { rest, facts } = played(seed);
      const before = verifyPlan(rest.problem, rest.plan);
      if (before.kind !== 'judged') throw new Error('what is left can be read');
      const known = new Set(before.violations.map(keyOf));
      const board = keptBoardOf(indexProblem(rest.problem), rest.plan)!;
      const { nowSec } = facts;
      const check = ({ result, price }: { result: HandResult; price: number }): void => {
        const after = verifyPlan(result.index.problem, planOfHand(result));
        if (after.kind !== 'judged') throw new Error('the way out can be read');
        expect(after.violations.map(keyOf).filter((k) => !known.has(k))).toEqual([]);
        expect(after.price - before.price).toBe(price + result.change.unplanned.price);
        expect(result.price).toBe(price + result.change.unplanned.price);
      };
      for (const id of [...rest.plan.unplannedVisitIds.slice(0, 2), ...board.shiftsOf.keys()].slice(0, 7)) {
        const found = squeezesFor(board, id, {
          limit: 2,
          mayGoTo: () => true,
          mayMove: () => true,
          movedMayGoTo: () => true,
          nowSec,
        });
        counts.squeezed += found.length;
        for (const f of found) {
          check(f);
          expect(f.seats.size).toBe(2);
        }
      }
      const [out] = rest.plan.routes;
      if (!out) continue;
      const ids = out.stops.map((s) => s.visitId).filter((id) => !board.index.visitById.get(id)!.held);
      const spread = spreadOver(board, ids, { mayGoTo: (s) => s.id !== out.shiftId, nowSec });
      if (spread) {
        counts.spread++;
        check(spread);
        counts.placed += [...spread.seats.values()].filter((s) => s.length > 0).length;
        // Nobody else's visit changes hands.
        const handOf = (timed: HandResult['timed']) =>
          new Map(timed.routes.flatMap((r) => r.stops.map((s) => [s.visit.id, r.shift.id] as const)));
        const [was, now] = [handOf(board.timed), handOf(spread.result.timed)];
        for (const [id, shiftId] of was)
          if (!ids.includes(id) && (board.index.visitById.get(id)!.people ?? 1) === 1)
            expect(now.get(id)).toBe(shiftId);
        for (const id of ids) expect(now.get(id)).not.toBe(out.shiftId);
      }
      for (const f of fillersFor(board, out.shiftId, rest.plan.unplannedVisitIds, { limit: 2, nowSec })) {
        counts.filled++;
        check(f);
      }
    }
    expect(counts.squeezed).toBeGreaterThan(30);
    expect(counts.spread).toBeGreaterThan(20);
    expect(counts.placed).toBeGreaterThan(20);
    expect(counts.filled).toBeGreaterThan(5);
  });

  it('takes over another plan of it as that comes to now: itself changes nothing, another is what the checker says', () => {
    let adopted = 0;
    for (const seed of SEEDS) {
      const { rest, facts } = played(seed);
      const before = verifyPlan(rest.problem, rest.plan);
      if (before.kind !== 'judged') throw new Error('what is left can be read');
      const known = new Set(before.violations.map(keyOf));
      const board = keptBoardOf(indexProblem(rest.problem), rest.plan)!;
      const same = adoptPlan(board, rest.plan);
      expect(same?.result.shiftIds.size).toBe(0);
      expect(same?.price).toBe(0);
      const [id] = board.shiftsOf.keys();
      const [way] =
        id === undefined
          ? []
          : remediesFor(board, id, { limit: 1, mayGoTo: () => true, nowSec: facts.nowSec });
      if (!way) continue;
      const other = adoptPlan(board, planOfHand(way.result));
      if (!other) continue;
      adopted++;
      const after = verifyPlan(other.result.index.problem, planOfHand(other.result));
      if (after.kind !== 'judged') throw new Error('what was taken over can be read');
      expect(after.violations.map(keyOf).filter((k) => !known.has(k))).toEqual([]);
      expect(after.price - before.price).toBe(other.price + other.result.change.unplanned.price);
      // What is gone from the day is left out of a plan that still has it.
      const stale = {
        ...rest.plan,
        routes: rest.plan.routes.map((r, i) =>
          i === 0 ? { ...r, stops: [...r.stops, { visitId: 'gone', startSec: 0 }] } : r,
        ),
      };
      expect(adoptPlan(board, stale)?.result.shiftIds.size).toBe(0);
    }
    expect(adopted).toBeGreaterThan(10);
  });
});
