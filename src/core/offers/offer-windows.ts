import type { Board } from '../explain/board';
import { type Place, placesFor } from '../explain/places';
import type { Visit } from '../model/problem';
import type { Interval } from '../time/interval';

export interface OfferRequest {
  /** Arrival windows that may be promised, in the order in which they are shown. */
  readonly windows: readonly Interval[];
  /** Nothing earlier is offered: now and the lead time. */
  readonly earliestSec: number;
  /** Weekdays and hours in which this kind of job is done; absent is always. */
  readonly allowed?: readonly Interval[] | undefined;
}

/** A window that can be kept, with the cheapest way to keep it. */
export interface Offer {
  readonly window: Interval;
  readonly place: Place;
}

/**
 * Every arrival window that the plan can keep for a new visit, with what it costs. The visit's own
 * windows are put aside for the one that is offered; its access hours, buffers and everything else hold.
 */
export function offerWindows(board: Board, visit: Visit, request: OfferRequest): Offer[] {
  const { allowed } = request;
  return request.windows.flatMap((window): Offer[] => {
    if (window.startSec < request.earliestSec) return [];
    const isAllowed =
      allowed?.some((a) => a.startSec <= window.startSec && window.endSec <= a.endSec) ?? true;
    if (!isAllowed) return [];
    const promised = {
      ...visit,
      windows: [{ startSec: window.startSec, endSec: window.endSec, latestSec: window.endSec }],
    };
    const [place] = placesFor(board, promised, {
      limit: 1,
      shifts: (s) => s.startSec <= window.endSec && s.endSec + s.overtimeLimitSec >= window.startSec,
    });
    return place ? [{ window, place }] : [];
  });
}

/** Windows of one length, one after the other, inside the hours given. */
export function windowsWithin(hours: readonly Interval[], lengthSec: number): Interval[] {
  return hours.flatMap(({ startSec, endSec }) => {
    const count = Math.floor((endSec - startSec) / lengthSec);
    return Array.from({ length: count }, (_, i) => ({
      startSec: startSec + i * lengthSec,
      endSec: startSec + (i + 1) * lengthSec,
    }));
  });
}
