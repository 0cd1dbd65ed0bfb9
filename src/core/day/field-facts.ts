/** How far a visit is, as the field has it. */
export const FIELD_STATES = [
  'planned',
  'accepted',
  'on-the-way',
  'on-site',
  'done',
  'not-done',
  'cancelled',
] as const;
export type FieldState = (typeof FIELD_STATES)[number];

/** What was reported of a visit. Moments are seconds from the problem's origin. */
export interface VisitFacts {
  readonly state: FieldState;
  readonly onWaySec?: number | undefined;
  readonly beganSec?: number | undefined;
  readonly endedSec?: number | undefined;
  /** So much longer than planned, by whoever is there, seconds. */
  readonly moreSec?: number | undefined;
  /** So much later than planned, by whoever is to go there, seconds. */
  readonly lateSec?: number | undefined;
}

/** What was reported of somebody's day. */
export interface ShiftFacts {
  /** A break under way. */
  readonly breakBeganSec?: number | undefined;
  /** Breaks that are over, the first of the shift first. */
  readonly breaksTaken?: number | undefined;
  readonly breakEndedSec?: number | undefined;
  /** Since when they are out for the day: ill, or without a van. */
  readonly outSec?: number | undefined;
}

/** A day as far as it has come. */
export interface DayFacts {
  readonly nowSec: number;
  readonly visits: ReadonlyMap<string, VisitFacts>;
  readonly shifts: ReadonlyMap<string, ShiftFacts>;
}

/** Whether somebody is done with a visit, with it or without. */
export const isOver = (facts: VisitFacts | undefined): boolean =>
  facts?.state === 'done' || facts?.state === 'not-done' || facts?.state === 'cancelled';

/** Whether nobody drives to a visit any more, and nobody was there. */
export const isSkipped = (facts: VisitFacts | undefined): boolean =>
  facts?.state === 'cancelled' || (facts?.state === 'not-done' && facts.beganSec === undefined);
