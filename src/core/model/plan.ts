/** A schedule as plain data: who does what when. Seconds from the problem's origin. */
export interface PlannedStop {
  readonly visitId: string;
  readonly startSec: number;
  /** Units of shared equipment that it holds. */
  readonly equipmentIds?: readonly string[] | undefined;
}

export interface PlannedRoute {
  readonly shiftId: string;
  readonly departSec: number;
  /** Of the shift's breaks, in order; the last may be missing when they are not due. */
  readonly breakStartSecs: readonly number[];
  readonly stops: readonly PlannedStop[];
  readonly arriveSec: number;
}

/** The measures, in the order in which they are shown. */
export const OBJECTIVES = [
  'travelTime',
  'travelDistance',
  'overtime',
  'lateness',
  'missedWindows',
  'unplanned',
  'daysWaited',
  'favoured',
  'avoided',
  'cover',
  'loan',
  'levelsToSpare',
  'labour',
  'personsOut',
  'unfairShare',
  'siteTrips',
  'margin',
  'changed',
  'sharedOvertime',
  'moved',
] as const;
export type Objective = (typeof OBJECTIVES)[number];

/** Amount in the measure's own unit (seconds, metres or a count) and its price in micros. */
export interface Part {
  readonly amount: number;
  readonly price: number;
}
export type Parts = Readonly<Record<Objective, Part>>;

export interface Plan {
  readonly format: 'lime-plan';
  readonly version: 1;
  readonly routes: readonly PlannedRoute[];
  readonly unplannedVisitIds: readonly string[];
  /** Total price in micros as its maker claims it; a checker recomputes it. */
  readonly price: number;
}
