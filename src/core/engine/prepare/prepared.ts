/**
 * A problem in dense form: what the search reads and never writes. Everything is indexed by
 * small integers and kept in typed arrays, because the inner loop reads it millions of times a second.
 *
 *   visit v, shift s, place p, class c;  [v × classes + c], [v × shifts + s], [from × places + to]
 *
 * A visit for several people is as many visits here, one after the other; the first carries what is
 * priced once. A class is a day together with a pace of work: all shifts of a class see the same
 * windows and durations. Times of visits are on site: buffers are part of the duration, and windows
 * are moved so as to hold for the moment of being ready to begin the buffer.
 */
export interface Prepared {
  readonly visits: number;
  readonly shifts: number;
  readonly places: number;
  readonly classes: number;

  /** Seconds and metres; `travelBack` is the same by [to × places + from], so that a visit's legs lie side by side. */
  readonly travelSec: TravelCells;
  readonly travelBack: TravelCells;
  readonly travelM: TravelCells;
  readonly travelMBack: TravelCells;
  /**
   * Whether driving changes with the hour. Then: from which second on which slice holds, in pairs, one that never comes
   * last; which of them holds at the beginning of each stretch (PERIOD_SHIFT) from the first on; and the seconds in all
   * slices, [(from × places + to) × sliceCount + slice].
   */
  readonly changesByHour: boolean;
  readonly periods: Int32Array;
  readonly periodAt: Int32Array;
  readonly slices: TravelCells;
  readonly sliceCount: number;
  /** Where each of the last places stands for a way from one place by another. */
  readonly viaFrom: Int32Array;
  readonly viaBy: Int32Array;
  readonly pricePerM: number;
  /** Micros a second of driving on a shift: the playbook's price and the person's pay. */
  readonly secPrice: Float64Array;
  /** The most that a stop on the way is found to save in legs, micros; 0 where no detour is shorter. */
  readonly detourSaves: Float64Array;
  readonly payPerSec: Float64Array;
  readonly overtimePrice: Float64Array;
  /** For sending a person out at all. */
  readonly outPrice: Float64Array;

  /** Which visit of the problem this is, and the first of those that are one visit there. */
  readonly sourceOf: Int32Array;
  readonly leadOf: Int32Array;
  readonly visitPlace: Int32Array;
  readonly visitDemand: Int32Array;
  readonly visitUnplannedPrice: Float64Array;
  readonly visitHeld: Uint8Array;
  readonly latePrice: Float64Array;
  readonly missedPrice: Float64Array;
  readonly marginPrice: Float64Array;
  /** Published beginning (before buffers, NEVER where there is none), what another one costs, and how much may differ for nothing. */
  readonly baseAt: Int32Array;
  readonly movedPrice: Float64Array;
  readonly movedSec: number;
  readonly marginSec: number;
  /** For arriving from elsewhere; 0 where a place has one visit only. */
  readonly sitePrice: Float64Array;
  readonly hasSites: boolean;
  /** 1 where something must be fetched, by [v × shifts + s]; null when nothing ever is. */
  readonly needsFetch: Uint8Array | null;
  /** Price of a visit on a shift wherever in the day it is. */
  readonly standing: Float64Array;
  /** On site, buffers included, by [v × classes + c]; and of that the work itself. */
  readonly duration: Int32Array;
  readonly workDuration: Int32Array;
  readonly bufferBefore: Int32Array;

  /** Moments at which a visit may begin: windowFirst[v × classes + c] .. + windowCount. Pinned visits have theirs replaced. */
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowLatest: Int32Array;
  /** Latest beginning without lateness or lack of margin; below the opening where there is none. */
  readonly windowSoft: Int32Array;
  /** Promised windows by which a beginning is priced. */
  readonly promiseFirst: Int32Array;
  readonly promiseCount: Int32Array;
  readonly promiseOpen: Int32Array;
  readonly promiseClose: Int32Array;

  readonly eligible: Uint8Array;

  /** Of each shift what a scan reads, side by side (state/cells.ts). */
  readonly shiftLine: Int32Array;

  readonly shiftClass: Int32Array;
  readonly shiftDay: Int32Array;
  readonly shiftPerson: Int32Array;
  readonly persons: number;
  /** Everybody whom a shift keeps busy: the person, or the crew and its members. */
  readonly busyOf: readonly (readonly number[])[];
  readonly hasCrews: boolean;
  readonly shiftStart: Int32Array;
  readonly shiftEnd: Int32Array;
  readonly shiftOvertime: Int32Array;
  readonly shiftBefore: Int32Array;
  readonly shiftAfter: Int32Array;
  readonly shiftFrom: Int32Array;
  readonly shiftTo: Int32Array;
  /** A place that stands for "from the start by way of where parts are fetched"; −1 where there is none. */
  readonly shiftVia: Int32Array;
  readonly shiftCapacity: Int32Array;
  readonly shiftMaxVisits: Int32Array;
  readonly shiftMaxTravel: Int32Array;
  readonly reachSec: Int32Array;
  readonly reachM: Int32Array;
  readonly firstReachSec: Int32Array;
  readonly firstReachM: Int32Array;
  /** 1 where a leg may be too long, or driving too much in a day. */
  readonly hasReach: Uint8Array;

  /** Breaks of a shift: breakFirst[s] .. + breakCount[s]. */
  readonly breakFirst: Int32Array;
  readonly breakCount: Int32Array;
  readonly maxBreaks: number;
  readonly breakDuration: Int32Array;
  readonly breakEarliest: Int32Array;
  readonly breakLatest: Int32Array;
  readonly breakDue: Int32Array;
  readonly breakPaid: Uint8Array;

  /** Shifts of equal number are alike: of the empty ones only one needs to be tried. */
  readonly shiftTwin: Int32Array;
  /** 1 where moments count beyond their lateness (pay, rest, limits, travel by time of day): every change is timed in full. */
  readonly exact: Uint8Array;
  /** Limits that a shift's work counts for, by limit number. */
  readonly limitsOf: readonly (readonly number[])[];
  readonly limitSec: Float64Array;
  /** Work beyond which a limit's shifts cost more, Infinity where they never do; and what a second then costs, micros. */
  readonly normalSec: Float64Array;
  readonly sharedOvertimePrice: number;
  /** 1 where a shift's work counts for a limit. */
  readonly limited: Uint8Array;
  /** Shifts of the same person close enough before or after for the rest between them to matter. */
  readonly restBefore: readonly (readonly number[])[];
  readonly restAfter: readonly (readonly number[])[];
  readonly restSec: number;
  readonly unfairPrice: number;
  readonly fairSec: Float64Array;

  /** True when anything in time can be bought, so that routes may carry a penalty. */
  readonly hasSoft: boolean;
  /** The least that a second beyond the soft limits of a shift costs, micros. */
  readonly softRate: Float64Array;

  /** neighbours[v × neighbourCount ..]: other visits, nearest first. */
  readonly neighbours: Int32Array;
  readonly neighbourCount: number;
  /** nearShifts[v × nearShiftCount ..]: eligible shifts, cheapest to begin with v first; −1 pads. */
  readonly nearShifts: Int32Array;
  readonly nearShiftCount: number;

  /** Room for stops in a route, both ends included. */
  readonly routeRoom: number;
}

/** Half the memory where every leg is short enough. */
export type TravelCells = Int32Array | Uint16Array;

/** Later than any time in a problem, and still safe to add travel to in 32 bits. */
export const NEVER = 1 << 30;
