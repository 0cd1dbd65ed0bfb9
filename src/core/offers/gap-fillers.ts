import type { Board } from '../explain/board';
import { type Place, placesFor } from '../explain/places';
import type { Shift } from '../model/problem';
import type { Interval } from '../time/interval';

export interface GapFiller {
  readonly visitId: string;
  readonly place: Place;
}

/**
 * The loose ends that fit best into a free stretch of a shift: begun and finished inside it, what they
 * save most first. Windows, skills and all other rules hold.
 */
export function gapFillers(board: Board, shiftId: string, stretch: Interval, limit: number): GapFiller[] {
  const found = board.timed.unplanned.flatMap((visit): GapFiller[] => {
    if ((visit.people ?? 1) > 1) return [];
    const access = (visit.access ?? [stretch]).map((a) => ({
      startSec: Math.max(a.startSec, stretch.startSec),
      endSec: Math.min(a.endSec, stretch.endSec),
    }));
    const open = access.filter((a) => a.endSec > a.startSec);
    if (open.length === 0) return [];
    const shifts = (s: Shift): boolean => s.id === shiftId;
    const [first] = placesFor(board, { ...visit, access: open }, { limit: 1, shifts });
    if (!first) return [];
    const [place] = placesFor(board, visit, { limit: 1, shifts, startSec: first.startSec });
    return place ? [{ visitId: visit.id, place }] : [];
  });
  return found.sort((a, b) => a.place.price - b.place.price).slice(0, limit);
}
