import type { HotLoops } from '../hot/loops';
import { NEVER, type Prepared } from '../prepare/prepared';
import {
  AT_PLACE,
  CELL,
  DEMAND,
  EASE,
  GENERAL,
  KIND,
  LAST,
  LINE,
  ON_SITE,
  OPEN,
  SLOT,
  WAYS,
  WINDOWS,
  WORK,
} from './cells';

type Windows = Pick<Routes, 'windowFirst' | 'windowCount' | 'windowOpen' | 'windowLatest' | 'windowSoft'>;

/**
 * The search's one mutable picture of a plan. A route lives in a row of cells; a changed route gets a
 * fresh row, so that the old one is still there when the change is taken back.
 */
export interface Routes {
  /** The loops over all this; set once it lies in their memory. */
  readonly hot: HotLoops;
  readonly room: number;
  /** First cell of a shift's route. */
  readonly rowOf: Int32Array;
  /** Visit at a position; −1 at both ends. */
  readonly visitAt: Int32Array;
  /** Positions side by side, CELL integers each (cells.ts). */
  readonly cells: Int32Array;
  /**
   * Lanes over a route, where the two of cells.ts do not do: in lane j, j of the shift's breaks have been taken. Cells:
   * [(rowOf[s] + p) × lanes + j]: earliest moment free to leave position p, and what being free then has cost; latest
   * readiness from which the rest of the day still works, and from which it costs nothing in time (at the end place:
   * latest end of paid work); later but cheaper ways to be free, WAYS a cell.
   */
  readonly laneFree: Int32Array;
  readonly laneCost: Float64Array;
  readonly laneLatest: Int32Array;
  readonly laneSoft: Int32Array;
  readonly laneWayCount: Uint8Array;
  readonly laneWayFree: Int32Array;
  readonly laneWayCost: Float64Array;
  readonly count: Int32Array;
  readonly load: Int32Array;
  /** Visits of the route that need something fetched. */
  readonly fetches: Int32Array;
  /** Price of the legs, of the visits on this shift, and of overtime and lateness. */
  readonly price: Float64Array;
  readonly penalty: Float64Array;
  /** 1 where a visit of the route has several windows, so that soft limits may be stricter than need be. */
  readonly isSplit: Int32Array;
  readonly travelSec: Int32Array;
  /** Seconds of visits; of all work, and when it begins and ends, where the shift is timed in full. */
  readonly visitSec: Int32Array;
  readonly workSec: Int32Array;
  readonly workStart: Int32Array;
  readonly workEnd: Int32Array;
  /** Hours as the rest before and after leaves them: beginning, own-time driving before it, latest end of paid work. */
  readonly startSec: Int32Array;
  readonly beforeSec: Int32Array;
  readonly endLimit: Int32Array;
  /** Seconds of visits of each person over all shifts, for the fair share; work that counts for each limit. */
  readonly personSec: Float64Array;
  readonly limitUsed: Float64Array;
  /** Shift of a visit, −1 when it is a loose end. */
  readonly shiftOf: Int32Array;
  readonly scratch: Int32Array;
  /** Ways to be free on a usual shift where that has cost something, by position: with the break still to take, behind, and up to WAYS more. */
  readonly costBefore: Float64Array;
  readonly costBehind: Float64Array;
  readonly wayCount: Uint8Array;
  readonly wayFree: Int32Array;
  readonly wayCost: Float64Array;
  /** Places of a route that a scan has noted, and the price of their legs. */
  readonly spotAt: Int32Array;
  readonly spotPrice: Float64Array;
  /** A number that no other content of this route has had. */
  readonly version: Int32Array;
  /** Windows in force by [v × classes + c]: the visit's own, or the moment to which it is pinned. */
  readonly slots: Int32Array;
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowLatest: Int32Array;
  readonly windowSoft: Int32Array;
}

/** Rows beside one a shift: room for the old rows of the routes that an iteration changes. */
function spareRows(prep: Prepared): number {
  return prep.shifts;
}

/** Whether any shift needs the general lanes. */
function hasGeneral(prep: Prepared): boolean {
  for (let s = 0; s < prep.shifts; s++) if (prep.shiftLine[s * LINE + KIND] === GENERAL) return true;
  return false;
}

/** Routes without stops, not yet in the memory of the loops. */
export function createRoutes(prep: Prepared): Omit<Routes, 'hot'> {
  const room = prep.routeRoom;
  const cells = room * (prep.shifts + spareRows(prep));
  const ints = (): Int32Array => new Int32Array(prep.shifts);
  const ways = prep.hasSoft ? cells : 0;
  const lanes = hasGeneral(prep) ? cells * (prep.maxBreaks + 1) : 0;
  const softLanes = prep.hasSoft ? lanes : 0;
  const windows = {
    windowFirst: prep.windowFirst.slice(),
    windowCount: prep.windowCount.slice(),
    windowOpen: prep.windowOpen.slice(),
    windowLatest: prep.windowLatest.slice(),
    windowSoft: prep.windowSoft.slice(),
  };
  return {
    room,
    rowOf: Int32Array.from({ length: prep.shifts }, (_, s) => s * room),
    visitAt: new Int32Array(cells).fill(-1),
    cells: new Int32Array(cells * CELL),
    laneFree: new Int32Array(lanes).fill(NEVER),
    laneCost: new Float64Array(softLanes),
    laneLatest: new Int32Array(lanes).fill(-NEVER),
    laneSoft: new Int32Array(lanes).fill(-NEVER),
    laneWayCount: new Uint8Array(softLanes),
    laneWayFree: new Int32Array(softLanes * WAYS),
    laneWayCost: new Float64Array(softLanes * WAYS),
    count: ints(),
    load: ints(),
    fetches: ints(),
    price: new Float64Array(prep.shifts),
    penalty: new Float64Array(prep.shifts),
    isSplit: ints(),
    travelSec: ints(),
    visitSec: ints(),
    workSec: ints(),
    workStart: ints(),
    workEnd: ints(),
    startSec: prep.shiftStart.slice(),
    beforeSec: prep.shiftBefore.slice(),
    endLimit: prep.shiftEnd.map((end, s) => end + prep.shiftOvertime[s]!),
    personSec: new Float64Array(prep.persons),
    limitUsed: new Float64Array(prep.limitSec.length),
    shiftOf: new Int32Array(prep.visits).fill(-1),
    scratch: new Int32Array(room),
    costBefore: new Float64Array(ways),
    costBehind: new Float64Array(ways),
    wayCount: new Uint8Array(ways),
    wayFree: new Int32Array(ways * WAYS),
    wayCost: new Float64Array(ways * WAYS),
    spotAt: new Int32Array(room),
    spotPrice: new Float64Array(room),
    version: ints(),
    slots: slotsOf(prep, windows),
    ...windows,
  };
}

/** A visit on a day as the windows in force leave it (cells.ts); written anew whenever they change. */
export function writeSlot(prep: Prepared, windows: Windows, slots: Int32Array, cell: number): void {
  const slot = cell * SLOT;
  const first = windows.windowFirst[cell]!;
  const count = windows.windowCount[cell]!;
  let open: number = NEVER;
  let last = -NEVER;
  for (let w = first; w < first + count; w++) {
    open = Math.min(open, windows.windowOpen[w]!);
    last = Math.max(last, windows.windowLatest[w]!);
  }
  slots[slot + WINDOWS] = count;
  slots[slot + OPEN] = open;
  slots[slot + LAST] = last;
  slots[slot + EASE] = count === 1 ? windows.windowSoft[first]! : prep.hasSoft ? -NEVER : NEVER;
}

function slotsOf(prep: Prepared, windows: Windows): Int32Array {
  const slots = new Int32Array(prep.visits * prep.classes * SLOT);
  for (let v = 0; v < prep.visits; v++) {
    for (let cell = v * prep.classes; cell < (v + 1) * prep.classes; cell++) {
      writeSlot(prep, windows, slots, cell);
      slots[cell * SLOT + ON_SITE] = prep.duration[cell]!;
      slots[cell * SLOT + AT_PLACE] = prep.visitPlace[v]!;
      slots[cell * SLOT + DEMAND] = prep.visitDemand[v]!;
      slots[cell * SLOT + WORK] = prep.workDuration[cell]!;
    }
  }
  return slots;
}
