import type { Board } from '../explain/board';
import { placesFor } from '../explain/places';
import { applyHand, type HandResult } from '../hand/apply-hand';
import type { WantedSeat } from '../hand/edit';
import type { Shift } from '../model/problem';

/** A way out: a visit goes to somebody, at a moment, with what that makes of the rest of the day. */
export interface Remedy {
  readonly visitId: string;
  readonly seats: readonly WantedSeat[];
  readonly startSec: number;
  /** Change of the rest of the day's price, micros; that a loose end is none any more is left out. */
  readonly price: number;
  readonly result: HandResult;
}

/** Places looked at beyond those that are wanted: the cheapest may break what only shows in the whole. */
const SPARE = 3;

/**
 * The cheapest ways to put a visit elsewhere in the rest of a day (`restOfDay`, on a board that keeps its times), dearest last. None
 * breaks a rule that was not broken before. Throws for a visit that is not on the board.
 */
export function remediesFor(
  board: Board,
  visitId: string,
  {
    limit,
    mayGoTo,
    nowSec,
  }: { readonly limit: number; readonly mayGoTo: (shift: Shift) => boolean; readonly nowSec: number },
): Remedy[] {
  const visit = board.index.visitById.get(visitId);
  if (!visit) throw new Error(`visit ${visitId} is on the board`);
  return placesFor(board, visit, { limit: limit + SPARE, shifts: mayGoTo })
    .flatMap((place): Remedy[] => {
      if (place.startSec < nowSec) return [];
      const seats = place.spots.map(({ shiftId, position }) => ({
        shiftId,
        position,
        fromSec: place.startSec,
      }));
      const result = applyHand(board, { seats: new Map([[visitId, seats]]), nowSec: Math.floor(nowSec) });
      const starts = result.timed.routes.flatMap((r) =>
        r.stops.filter((s) => s.visit.id === visitId).map((s) => s.startSec),
      );
      if (result.broken.length > 0 || starts.length === 0) return [];
      return [
        {
          visitId,
          seats,
          startSec: Math.max(...starts),
          price: result.price - result.change.unplanned.price,
          result,
        },
      ];
    })
    .sort((a, b) => a.price - b.price)
    .slice(0, limit);
}
