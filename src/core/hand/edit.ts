import type { Visit } from '../model/problem';

/** Where one person of a visit is wanted. */
export interface WantedSeat {
  readonly shiftId: string;
  /** The visit begins no sooner; it may begin later where what lies before it takes longer. Seconds from the origin. */
  readonly fromSec: number;
  /** After so many of the stops that stay; absent is by the moment. */
  readonly position?: number | undefined;
}

/** What may be changed of a visit itself while it is in the hand. */
export type VisitChange = Pick<Partial<Visit>, 'durationSec' | 'tie'>;

/**
 * What a hand does at once: visits put on cords, or taken off them, or made longer. A visit that is named is first taken off
 * wherever it is; what is not named stays, and is pushed later only where it has to be.
 */
export interface HandEdit {
  /** By visit; no seats leave it a loose end. */
  readonly seats: ReadonlyMap<string, readonly WantedSeat[]>;
  readonly changes?: ReadonlyMap<string, VisitChange> | undefined;
  /** Nothing begins before this and what has begun stays, seconds from the origin; absent is never. */
  readonly nowSec?: number | undefined;
}
