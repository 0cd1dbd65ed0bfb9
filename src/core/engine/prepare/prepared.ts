/**
 * A problem in dense form: what the search reads and never writes. Everything is indexed by
 * small integers and kept in typed arrays, because the inner loop reads it millions of times a second.
 *
 *   visit v, shift s, place p, day d, person q;  [v × days + d], [v × shifts + s], [from × places + to]
 */
export interface Prepared {
  readonly visits: number;
  readonly shifts: number;
  readonly places: number;
  readonly days: number;
  readonly persons: number;

  readonly travelSec: Int32Array;
  readonly travelM: Int32Array;
  readonly pricePerSec: number;
  readonly pricePerM: number;
  readonly priceOvertime: number;
  readonly priceLate: number;
  readonly priceMissed: number;
  readonly pricePersonOut: number;

  readonly visitPlace: Int32Array;
  readonly visitDuration: Int32Array;
  readonly visitDemand: Int32Array;
  readonly visitUnplannedPrice: Float64Array;
  readonly visitHeld: Uint8Array;
  /** Price of a visit on a day, whoever does it: days waited. */
  readonly dayPrice: Float64Array;
  /** Price of a visit on a shift beyond its day: favoured person, cover. */
  readonly shiftPrice: Float64Array;

  /** Windows of a visit that a day can reach: windowFirst[v × days + d] .. + windowCount. */
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowClose: Int32Array;
  /** Latest readiness without lateness: the close, or never where a time tie is late by itself. */
  readonly windowSoft: Int32Array;
  readonly windowLatest: Int32Array;

  readonly eligible: Uint8Array;

  readonly shiftStart: Int32Array;
  readonly shiftEnd: Int32Array;
  readonly shiftOvertime: Int32Array;
  readonly shiftBefore: Int32Array;
  readonly shiftAfter: Int32Array;
  readonly shiftFrom: Int32Array;
  readonly shiftTo: Int32Array;
  readonly shiftDay: Int32Array;
  readonly shiftCapacity: Int32Array;
  /** −1 where the shift has no break. */
  readonly breakDuration: Int32Array;
  readonly breakEarliest: Int32Array;
  readonly breakLatest: Int32Array;
  /** Shifts of equal number are alike: of the empty ones only one needs to be tried. */
  readonly shiftTwin: Int32Array;

  /** True when any lateness or overtime can be bought, so that routes may carry a penalty. */
  readonly hasSoft: boolean;

  /** neighbours[v × neighbourCount ..]: other visits, nearest first. */
  readonly neighbours: Int32Array;
  readonly neighbourCount: number;
  /** nearShifts[v × nearShiftCount ..]: eligible shifts, cheapest to begin with v first; −1 pads. */
  readonly nearShifts: Int32Array;
  readonly nearShiftCount: number;

  /** Room for stops in a route, both ends included. */
  readonly routeRoom: number;
}

/** Later than any time in a problem, and still safe to add travel to in 32 bits. */
export const NEVER = 1 << 30;
