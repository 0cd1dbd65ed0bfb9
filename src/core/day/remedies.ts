import { type Board, keptBoardOf, withoutVisit } from '../explain/board';
import { isPairPossible } from '../explain/pair-reasons';
import { type Place, placesFor } from '../explain/places';
import { applyHand, type HandResult, planOfHand } from '../hand/apply-hand';
import type { WantedSeat } from '../hand/edit';
import type { Shift, Visit } from '../model/problem';

/** A way out: some visits go to others, at other moments, or off the day, with what that makes of the rest of it. */
export interface Remedy {
  /** By visit; no seats leave it a loose end. */
  readonly seats: ReadonlyMap<string, readonly WantedSeat[]>;
  /** Change of the rest of the day's price, micros; what loose ends cost is left out. */
  readonly price: number;
  readonly result: HandResult;
}

export interface RemedyOptions {
  readonly limit: number;
  readonly mayGoTo: (shift: Shift) => boolean;
  readonly nowSec: number;
}

/** Places looked at beyond those that are wanted: the cheapest may break what only shows in the whole. */
const SPARE = 3;
/** Swaps that are looked at to the end, of those that look cheapest. */
const MOST_SWAPS = 8;

const seatsOf = ({ spots, startSec }: Place): WantedSeat[] =>
  spots.map(({ shiftId, position }) => ({ shiftId, position, fromSec: startSec }));

/** A way out as it comes to; null where it breaks what was not broken before. */
function remedyOf(
  board: Board,
  seats: ReadonlyMap<string, readonly WantedSeat[]>,
  nowSec: number,
): Remedy | null {
  const result = applyHand(board, { seats, nowSec: Math.floor(nowSec) });
  if (result.broken.length > 0) return null;
  return { seats, price: result.price - result.change.unplanned.price, result };
}

const cheapest = (a: Remedy, b: Remedy): number => a.result.price - b.result.price || a.price - b.price;

/**
 * The cheapest ways to put a visit elsewhere in the rest of a day (`restOfDay`, on a board that keeps its times), dearest last. None
 * breaks a rule that was not broken before. Throws for a visit that is not on the board.
 */
export function remediesFor(board: Board, visitId: string, options: RemedyOptions): Remedy[] {
  const { limit, mayGoTo, nowSec } = options;
  return placesFor(board, visitOn(board, visitId), { limit: limit + SPARE, shifts: mayGoTo })
    .flatMap((place) =>
      place.startSec < nowSec ? [] : (remedyOf(board, new Map([[visitId, seatsOf(place)]]), nowSec) ?? []),
    )
    .sort(cheapest)
    .slice(0, limit);
}

function visitOn(board: Board, visitId: string): Visit {
  const visit = board.index.visitById.get(visitId);
  if (!visit) throw new Error(`visit ${visitId} is on the board`);
  return visit;
}

/**
 * Ways to put a visit where another is, which goes elsewhere for it, or nowhere where it has no other place: for what is urgent and has
 * no room, and for two that change places. `mayMove` says which may make room. Throws for a visit that is not on the board.
 */
export function squeezesFor(
  board: Board,
  visitId: string,
  options: RemedyOptions & {
    readonly mayMove: (visit: Visit) => boolean;
    /** Where what makes room may go: back to whoever has the visit now, the two change places. */
    readonly movedMayGoTo: (shift: Shift) => boolean;
  },
): Remedy[] {
  const { limit, mayGoTo, mayMove, movedMayGoTo, nowSec } = options;
  const then = { mayGoTo: movedMayGoTo, nowSec };
  const visit = visitOn(board, visitId);
  const tries: { readonly moved: Visit; readonly place: Place; readonly price: number }[] = [];
  for (const { shift, stops } of board.timed.routes) {
    if (!mayGoTo(shift) || !isPairPossible(board.index, visit, shift)) continue;
    for (const { visit: moved } of stops) {
      if (moved.id === visitId || moved.held || (moved.people ?? 1) > 1 || !mayMove(moved)) continue;
      const without = withoutVisit(board, moved);
      const [place] = without
        ? placesFor(without, visit, { limit: 1, shifts: (s) => s.id === shift.id })
        : [];
      if (!without || !place || place.startSec < nowSec) continue;
      const saved = (without.priceOf.get(shift.id) ?? 0) - (board.priceOf.get(shift.id) ?? 0);
      tries.push({ moved, place, price: place.price + saved });
    }
  }
  tries.sort((a, b) => a.price - b.price);
  return tries
    .slice(0, MOST_SWAPS)
    .flatMap(({ moved, place }) => elsewhere(board, moved, new Map([[visitId, byMoment(place)]]), then) ?? [])
    .sort(cheapest)
    .slice(0, limit);
}

/** Where several change at once, places in the order mean something else: the moment says where. */
const byMoment = (place: Place): WantedSeat[] =>
  seatsOf(place).map(({ shiftId, fromSec }) => ({ shiftId, fromSec }));

/** Puts one more visit elsewhere after others have changed; off the day where it has no place. */
function elsewhere(
  board: Board,
  moved: Visit,
  seats: ReadonlyMap<string, readonly WantedSeat[]>,
  { mayGoTo, nowSec }: Pick<RemedyOptions, 'mayGoTo' | 'nowSec'>,
): Remedy | null {
  const off = remedyOf(board, new Map([...seats, [moved.id, []]]), nowSec);
  if (!off) return null;
  const next = keptBoardOf(off.result.index, planOfHand(off.result));
  const place = next && placesFor(next, moved, { limit: 1, shifts: mayGoTo })[0];
  if (!place || place.startSec < nowSec) return off;
  return remedyOf(board, new Map([...seats, [moved.id, byMoment(place)]]), nowSec) ?? off;
}

/** Where a visit would go best, and how much worse it would be off at its second best place. */
interface Choice {
  readonly visitId: string;
  readonly places: readonly Place[];
  readonly regret: number;
}

/**
 * Gives visits to others, the one first that has least choice; what has no place comes off the day. For somebody who is out, or for all
 * of a territory: nobody else's visits move but for being pushed. Null where not even taking them off can be done. Throws for visits
 * that are not on the board.
 */
export function spreadOver(
  board: Board,
  visitIds: readonly string[],
  { mayGoTo, nowSec }: Pick<RemedyOptions, 'mayGoTo' | 'nowSec'>,
): Remedy | null {
  const seats = new Map<string, readonly WantedSeat[]>(visitIds.map((id) => [visitOn(board, id).id, []]));
  let best = remedyOf(board, seats, nowSec);
  const left = new Set(visitIds);
  const known = new Map<string, Choice>();
  while (best && left.size > 0) {
    const next = keptBoardOf(best.result.index, planOfHand(best.result));
    const choice = next && mostPressing(next, left, known, { mayGoTo, nowSec });
    const place = choice?.places[0];
    if (!choice || !place) break;
    left.delete(choice.visitId);
    const tried = remedyOf(board, new Map([...seats, [choice.visitId, byMoment(place)]]), nowSec);
    if (!tried) continue;
    seats.set(choice.visitId, byMoment(place));
    best = tried;
    // A place on a day that did not change is as good as it was.
    const changed = new Set(place.spots.map((s) => s.shiftId));
    for (const [id, { places }] of known)
      if (places.some((p) => p.spots.some((s) => changed.has(s.shiftId)))) known.delete(id);
  }
  return best;
}

/** The visit whose second best place is worst against its best: it is placed before others take that. */
function mostPressing(
  board: Board,
  left: ReadonlySet<string>,
  known: Map<string, Choice>,
  { mayGoTo, nowSec }: Pick<RemedyOptions, 'mayGoTo' | 'nowSec'>,
): Choice | null {
  let best: Choice | null = null;
  for (const visitId of left) {
    const choice = known.get(visitId) ?? choiceOf(board, visitId, { mayGoTo, nowSec });
    known.set(visitId, choice);
    if (choice.places.length > 0 && (!best || choice.regret > best.regret)) best = choice;
  }
  return best;
}

function choiceOf(
  board: Board,
  visitId: string,
  { mayGoTo, nowSec }: Pick<RemedyOptions, 'mayGoTo' | 'nowSec'>,
): Choice {
  const places = placesFor(board, visitOn(board, visitId), { limit: 2, shifts: mayGoTo }).filter(
    (p) => p.startSec >= nowSec,
  );
  const [first, second] = places;
  const regret = first && second ? second.price - first.price : Number.POSITIVE_INFINITY;
  return { visitId, places, regret };
}

/** Loose ends that fit somebody's stretch of nothing to do, cheapest first. */
export function fillersFor(
  board: Board,
  shiftId: string,
  looseIds: readonly string[],
  { limit, nowSec }: Pick<RemedyOptions, 'limit' | 'nowSec'>,
): Remedy[] {
  return looseIds
    .flatMap((id) => remediesFor(board, id, { limit: 1, mayGoTo: (s) => s.id === shiftId, nowSec }))
    .sort(cheapest)
    .slice(0, limit);
}
