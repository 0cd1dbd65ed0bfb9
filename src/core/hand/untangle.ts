import type { Board } from '../explain/board';
import { placesFor } from '../explain/places';
import type { Shift } from '../model/problem';
import type { TimedStop } from '../timing/timed-plan';
import { applyHand, type HandResult } from './apply-hand';
import type { HandEdit, WantedSeat } from './edit';

/**
 * How a tangled day is put in order: its visits pushed later one behind the other, in a new order, or some of them given to others
 * on the same day, or on any day.
 */
export const UNTANGLE_WAYS = ['push', 'order', 'others', 'days'] as const;
export type UntangleWay = (typeof UNTANGLE_WAYS)[number];

/** A way out of a tangle, and what it comes to. */
export interface Untangled {
  readonly way: UntangleWay;
  readonly edit: HandEdit;
  readonly result: HandResult;
  /** Rules broken on the day, and visits late on it, after. */
  readonly left: number;
}

/** Days whose order is tried through are no longer; beyond, only pushing and giving away are offered. */
const MOST_STOPS = 24;
/** Orders tried at most for one day. */
const MOST_TRIES = 600;
/** Visits given away at most. */
const MOST_GIVEN = 6;

/**
 * What is wrong with a day: rules broken on it and visits that begin too late. None means that there is nothing to untangle. Throws
 * for a shift that is not on the board.
 */
export function tangleOf(board: Board, shiftId: string): number {
  const late = (board.routeOf.get(shiftId)?.stops ?? []).filter((s) => s.lateSec > 0).length;
  const broken = [...board.known].filter((key) => key.split(' ')[1] === shiftId).length;
  return broken + late;
}

function leftOn(result: HandResult, shiftId: string): number {
  const route = result.timed.routes.find((r) => r.shift.id === shiftId);
  const late = route?.stops.filter((s) => s.lateSec > 0).length ?? 0;
  return result.broken.length + result.left.filter((v) => v.shiftId === shiftId).length + late;
}

/** What may be moved of a day: what has not begun, is not tied to its moment, and has nobody elsewhere who waits for it. */
function movableOn(board: Board, shift: Shift, nowSec: number): TimedStop[] {
  return (board.routeOf.get(shift.id)?.stops ?? []).filter(
    (s) =>
      s.startSec >= nowSec &&
      !board.agreed.has(s.visit.id) &&
      s.visit.tie.startSec === undefined &&
      !s.visit.id.includes('~'),
  );
}

type Found = Pick<Untangled, 'edit' | 'result'>;

interface Attempt extends Found {
  readonly left: number;
}

interface Ground {
  readonly board: Board;
  readonly shift: Shift;
  readonly nowSec: number;
  readonly movable: readonly TimedStop[];
  readonly staying: readonly TimedStop[];
}

/** The day with its movable visits in an order, each no sooner than `floorOf` says. */
function inOrder(
  { shift, staying, nowSec }: Ground,
  order: readonly TimedStop[],
  floorOf: (stop: TimedStop, rank: number) => number,
): HandEdit {
  const seats = new Map<string, readonly WantedSeat[]>();
  for (const [rank, stop] of order.entries()) {
    const fromSec = floorOf(stop, rank);
    const position = staying.filter((s) => s.startSec <= Math.max(fromSec, stop.startSec)).length;
    seats.set(stop.visit.id, [{ shiftId: shift.id, fromSec, position }]);
  }
  return { seats, nowSec };
}

/** Later than their own moment only where the one before is in the way. */
function pushed(ground: Ground, order: readonly TimedStop[] = ground.movable): HandEdit {
  return inOrder(ground, order, (s) => s.startSec);
}

/**
 * The cheapest order found for the movable visits: each is tried at each other place in turn, until none is better. Whoever
 * stays put stays between the same moments.
 */
function bestOrder(ground: Ground): Found | null {
  const { board, shift, nowSec, movable, staying } = ground;
  if (movable.length < 2 || movable.length > MOST_STOPS) return null;
  const baseSec = Math.max(shift.startSec - shift.allowanceBeforeSec, nowSec);
  // What stays keeps its place among as many as were before it.
  const ahead = staying.map((s) => movable.filter((m) => m.startSec < s.startSec).length);
  const editFor = (order: readonly TimedStop[]): HandEdit => ({
    seats: new Map(
      order.map(({ visit }, rank) => {
        const position = ahead.filter((n) => n <= rank).length;
        // Where all may begin at once, a second more for each keeps the order that is tried.
        return [visit.id, [{ shiftId: shift.id, fromSec: baseSec + rank, position }]];
      }),
    ),
    nowSec,
  });
  let tries = 0;
  const rankOf = (order: readonly TimedStop[]): Attempt & { readonly order: readonly TimedStop[] } => {
    tries++;
    const edit = editFor(order);
    const result = applyHand(board, edit);
    return { order, edit, result, left: leftOn(result, shift.id) };
  };
  const isBetter = (a: Attempt, b: Attempt): boolean =>
    a.left < b.left || (a.left === b.left && a.result.price < b.result.price);
  const dueOf = ({ visit, startSec }: TimedStop): number => visit.windows.at(-1)?.endSec ?? startSec;
  let best = rankOf(movable);
  const byDue = rankOf([...movable].sort((a, b) => dueOf(a) - dueOf(b)));
  if (isBetter(byDue, best)) best = byDue;
  for (let isBetterFound = true; isBetterFound && tries < MOST_TRIES; ) {
    isBetterFound = false;
    for (let from = 0; from < movable.length && tries < MOST_TRIES; from++) {
      for (let to = 0; to < movable.length; to++) {
        if (to === from) continue;
        const order = best.order.filter((_, i) => i !== from);
        order.splice(to, 0, best.order[from]!);
        const next = rankOf(order);
        if (!isBetter(next, best)) continue;
        best = next;
        isBetterFound = true;
      }
    }
  }
  return settled(ground, best.edit, best.result);
}

/** The same plan, each visit asked for at the moment that was found: doing it again comes to the same. */
function settled({ board, nowSec }: Ground, edit: HandEdit, result: HandResult): Found {
  const seats = new Map(
    [...edit.seats].map(([visitId, wanted]) => [
      visitId,
      wanted.map((w): WantedSeat => {
        const route = result.timed.routes.find((r) => r.shift.id === w.shiftId);
        const stop = route?.stops.find((s) => s.visit.id === visitId);
        return stop ? { ...w, fromSec: stop.startSec } : w;
      }),
    ]),
  );
  const exact = { seats, nowSec };
  return { edit: exact, result: applyHand(board, exact) };
}

/** Gives visits of the day to others, the one that helps most first, until nothing is tangled; the rest is pushed. */
function givenAway(ground: Ground, isWanted: (shift: Shift) => boolean): Found | null {
  const { board, shift, nowSec, movable } = ground;
  const places = new Map<string, WantedSeat[]>();
  for (const { visit } of movable) {
    const [place] = placesFor(board, visit, {
      limit: 1,
      shifts: (s) => (s.id !== shift.id && s.personId !== shift.personId ? isWanted(s) : false),
    });
    if (!place || place.startSec < nowSec) continue;
    places.set(
      visit.id,
      place.spots.map((s) => ({ ...s, fromSec: place.startSec })),
    );
  }
  const given = new Set<string>();
  const editWith = (more: string): HandEdit => {
    const rest = movable.filter((s) => !given.has(s.visit.id) && s.visit.id !== more);
    const seats = new Map(pushed(ground, rest).seats);
    for (const id of [...given, more]) seats.set(id, places.get(id)!);
    return { seats, nowSec };
  };
  let best: Attempt | null = null;
  while (given.size < MOST_GIVEN && best?.left !== 0) {
    let next: (Attempt & { readonly visitId: string }) | null = null;
    for (const visitId of places.keys()) {
      if (given.has(visitId)) continue;
      const edit = editWith(visitId);
      const result = applyHand(board, edit);
      const left = leftOn(result, shift.id);
      if (next && (left > next.left || (left === next.left && result.price >= next.result.price))) continue;
      next = { edit, result, left, visitId };
    }
    if (!next || (best && next.left >= best.left)) break;
    given.add(next.visitId);
    best = next;
  }
  return best && settled(ground, best.edit, best.result);
}

/**
 * Ways to put a tangled day in order, those that leave least wrong first and of these the cheapest. Only ways that leave
 * less wrong than there is; nothing is taken off a cord without a place on another. Begun visits, tied moments and what is
 * agreed with others stay. Seconds from the origin; throws for a shift that is not on the board.
 */
export function untangle(
  board: Board,
  shiftId: string,
  { nowSec, ways = UNTANGLE_WAYS }: { readonly nowSec: number; readonly ways?: readonly UntangleWay[] },
): Untangled[] {
  const shift = board.index.shiftById.get(shiftId);
  if (!shift) throw new Error(`shift ${shiftId} is not on the board`);
  const before = tangleOf(board, shiftId);
  if (before === 0) return [];
  const movable = movableOn(board, shift, nowSec);
  const moving = new Set(movable.map((s) => s.visit.id));
  const staying = (board.routeOf.get(shiftId)?.stops ?? []).filter((s) => !moving.has(s.visit.id));
  const ground: Ground = { board, shift, nowSec, movable, staying };
  const isThatDay = (s: Shift): boolean => s.startSec < shift.endSec && shift.startSec < s.endSec;
  const found = (way: UntangleWay) => {
    if (movable.length === 0) return null;
    if (way === 'push') {
      const edit = pushed(ground);
      return settled(ground, edit, applyHand(board, edit));
    }
    if (way === 'order') return bestOrder(ground);
    return givenAway(ground, way === 'others' ? isThatDay : (s) => !isThatDay(s));
  };
  return ways
    .flatMap((way): Untangled[] => {
      const one = found(way);
      if (!one) return [];
      const left = leftOn(one.result, shiftId);
      return left < before ? [{ way, ...one, left }] : [];
    })
    .sort((a, b) => a.left - b.left || a.result.price - b.result.price);
}
