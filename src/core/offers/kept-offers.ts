import type { Board } from '../explain/board';
import { type Place, placesFor } from '../explain/places';
import { applyHand, type HandResult } from '../hand/apply-hand';
import type { WantedSeat } from '../hand/edit';
import type { Shift, Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import type { Interval } from '../time/interval';

/** A window that the plan can keep, with the cheapest way to keep it and what that makes of the plan. */
export interface KeptOffer {
  readonly window: Interval;
  readonly seats: readonly WantedSeat[];
  /** When it would begin, seconds from the origin. */
  readonly startSec: number;
  readonly result: HandResult;
}

export interface OffersAsked {
  /** Arrival windows that may be promised, in the order in which they are shown. */
  readonly windows: readonly Interval[];
  /** Nothing begins before this. */
  readonly nowSec: number;
  /** Whether what is planned may begin later for it, inside of its own windows. */
  readonly mayPush: (visitId: string) => boolean;
  /** So long before the end of a window it is looked for first: what begins at its very end is promised only where there is nothing better. */
  readonly spareSec?: number | undefined;
  /** Only these people's days; absent is everybody. */
  readonly isWanted?: ((shift: Shift) => boolean) | undefined;
}

/** Ways looked at for a window: the cheapest may break what only shows in the whole plan. */
const WAYS = 3;

/** The board with a visit as it would be in one window. Boards are made in the thousands here: only what differs is made anew. */
function boardWith(board: Board, visit: Visit): Board {
  const { index } = board;
  const visitById = new Map(index.visitById).set(visit.id, visit);
  const visits = index.problem.visits.map((v) => (v.id === visit.id ? visit : v));
  return { ...board, index: { ...index, problem: { ...index.problem, visits }, visitById } };
}

/**
 * Every arrival window that the plan on a board (`keptBoardOf`) can keep for one of its visits, with the cheapest way. The visit may be
 * a loose end or have a place, which it keeps until it is put elsewhere. What is returned breaks no rule that the plan did not break
 * before, and misses no window by a second. Throws for a visit that is not on the board.
 */
export function keptOffers(board: Board, visitId: string, asked: OffersAsked): KeptOffer[] {
  const visit = board.index.visitById.get(visitId);
  if (!visit) throw new Error(`visit ${visitId} is on the board`);
  const { shifts } = board.index.problem;
  return asked.windows.flatMap((window): KeptOffer[] => {
    const promised = promisedIn(visit, window);
    const own = new Set(
      shifts
        .filter(
          (s) =>
            s.startSec <= window.endSec &&
            s.endSec + s.overtimeLimitSec >= window.startSec &&
            (asked.isWanted?.(s) ?? true),
        )
        .map((s) => s.id),
    );
    if (own.size === 0) return [];
    const there = boardWith(board, promised);
    const early = { ...window, endSec: Math.max(window.startSec, window.endSec - (asked.spareSec ?? 0)) };
    for (const sought of early.endSec < window.endSec ? [early, window] : [window]) {
      const offer = cheapestIn(there, promised, { sought: promisedIn(visit, sought), own, window, asked });
      if (offer) return [offer];
    }
    return [];
  });
}

/** A visit as it is when a window is promised for it. */
function promisedIn(visit: Visit, { startSec, endSec }: Interval): Visit {
  const on = visit.windows[0]?.on;
  return {
    ...visit,
    windows: [{ startSec, endSec, latestSec: endSec, ...(on === undefined ? {} : { on }) }],
  };
}

interface Sought {
  /** The visit with the window in which places are looked for; what is promised may be longer. */
  readonly sought: Visit;
  readonly own: ReadonlySet<string>;
  readonly window: Interval;
  readonly asked: OffersAsked;
}

/** The cheapest way that keeps a window. Nearly always the first does; only where it breaks what shows in the whole plan are more looked at. */
function cheapestIn(board: Board, promised: Visit, { sought, own, window, asked }: Sought): KeptOffer | null {
  for (const limit of [1, WAYS]) {
    const places = placesFor(board, sought, { limit, shifts: (s) => own.has(s.id) });
    for (const place of places) {
      const offer = offerAt(board, promised, { place, window, asked });
      if (offer) return offer;
    }
    if (places.length < limit) break;
  }
  return null;
}

interface At {
  readonly place: Place;
  readonly window: Interval;
  readonly asked: OffersAsked;
}

/** What putting a visit into a place comes to, as a hand would; null where that breaks a rule, misses the window or moves what stays. */
function offerAt(board: Board, visit: Visit, { place, window, asked }: At): KeptOffer | null {
  if (place.startSec < asked.nowSec) return null;
  const seats = place.spots.map(({ shiftId, position }) => ({ shiftId, position, fromSec: place.startSec }));
  const result = applyHand(board, { seats: new Map([[visit.id, seats]]), nowSec: asked.nowSec });
  const startSec = beginningOf(result, visit.id);
  if (startSec === null) return null;
  const isOnFinish = visit.windows[0]?.on === 'finish';
  const shift = board.index.shiftById.get(seats[0]!.shiftId)!;
  const at = isOnFinish ? startSec + durationOf(visit, shift) : startSec;
  if (at < window.startSec || at > window.endSec) return null;
  if (result.broken.length > 0 || !result.pushed.every((p) => asked.mayPush(p.visitId))) return null;
  return { window, seats, startSec, result };
}

function beginningOf({ timed }: HandResult, visitId: string): number | null {
  const starts = timed.routes.flatMap((r) =>
    r.stops.filter((s) => s.visit.id === visitId).map((s) => s.startSec),
  );
  return starts.length > 0 ? Math.max(...starts) : null;
}
