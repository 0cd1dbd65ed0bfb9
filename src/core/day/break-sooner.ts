import { type Board, givenOf, keyOf, violationsIn } from '../explain/board';
import { changeOf } from '../explain/places';
import { totalPrice } from '../objectives/price-plan';
import { timeRoute } from '../timing/time-route';
import { indexProblem } from '../travel/problem-index';
import type { Remedy } from './remedies';

/**
 * A way to have somebody's next break in time: they take it before they go on with what would run into it, and that begins later. On a
 * board that keeps its times (`keptBoardOf`), in which a break may be late. Where the board has it in time, its day is the way. Null where
 * there is none. Price in micros; `latestSec` is by when it must have begun, seconds from the origin. Throws for a shift that is not on
 * the board.
 */
export function breakSooner(board: Board, shiftId: string, latestSec: number): Remedy | null {
  const shift = board.index.shiftById.get(shiftId);
  if (!shift) throw new Error(`shift ${shiftId} is on the board`);
  const was = board.routeOf.get(shiftId);
  const [first, ...others] = shift.breaks;
  if (!was || !first) return null;
  const [pause] = was.breaks;
  const rested = { ...shift, breaks: [{ ...first, latestSec }, ...others] };
  const { problem } = board.index;
  const index = indexProblem({
    ...problem,
    shifts: problem.shifts.map((s) => (s.id === shiftId ? rested : s)),
  });
  const visits = was.stops.map((s) => s.visit);
  const isInTime = pause !== undefined && pause.startSec <= latestSec;
  const day = isInTime ? was : timeRoute(index, rested, visits, givenOf(board));
  if (!day) return null;
  const shiftIds = new Set([shiftId]);
  const timed = {
    routes: board.timed.routes.map((r) => (r.shift.id === shiftId ? day : r)),
    unplanned: board.timed.unplanned,
  };
  const left = violationsIn(index, timed, shiftIds);
  if (left.some((v) => !board.known.has(keyOf(v)))) return null;
  const change = changeOf(board, timed, shiftIds, index);
  const price = totalPrice(change);
  const wasAt = new Map(was.stops.map((s) => [s.visit.id, s.startSec]));
  const pushed = day.stops.flatMap(({ visit, startSec }) => {
    const wasSec = wasAt.get(visit.id)!;
    return wasSec === startSec ? [] : [{ visitId: visit.id, shiftId, wasSec, startSec }];
  });
  return {
    seats: new Map(),
    price: price - change.unplanned.price,
    result: { index, timed, shiftIds, pushed, broken: [], left, price, change },
  };
}
