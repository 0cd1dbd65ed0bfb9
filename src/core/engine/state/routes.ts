import { NEVER, type Prepared } from '../prepare/prepared';

/**
 * Lanes over a route: lane j = j of the shift's breaks have been taken. Cells: [lane][rowOf[s] + p];
 * position 0 is the start place, 1..n the stops, n+1 the end place.
 *
 *   free[j][p]    earliest moment at which the person is free to leave position p
 *   cost[j][p]    price of lateness up to there on the way to that moment
 *   latest[j][p]  latest readiness at position p from which the rest of the day still works
 *   soft[j][p]    latest readiness from which the rest of the day costs nothing in time
 *
 * At the end place, latest and soft hold the latest end of paid work.
 */
export interface Lanes {
  readonly free: readonly Int32Array[];
  readonly cost: readonly Float64Array[];
  readonly latest: readonly Int32Array[];
  readonly soft: readonly Int32Array[];
  /** Later but cheaper ways to be free, EXTRA a cell; null when nothing in time can be bought. */
  readonly extra: readonly Extra[] | null;
}

export interface Extra {
  readonly count: Uint8Array;
  readonly free: Int32Array;
  readonly cost: Float64Array;
}

/** Later but cheaper ways remembered a cell. What is beyond only makes an estimate too high, never a plan wrong. */
export const EXTRA = 4;

/** The best insertion found so far. */
export interface Best {
  shift: number;
  position: number;
  price: number;
}

/**
 * Best insertions of a visit on a shift, each valid while the route has the version noted with it: pairs of
 * [version × MEMO_POSITIONS + position, price], side by side because they are read together.
 */
export type Memo = Float64Array;
export const MEMO_POSITIONS = 32_768;

export function createMemo(pairs: number): Memo {
  return new Float64Array(pairs * 2).fill(-1);
}

/**
 * The search's one mutable picture of a plan. A route lives in a row of cells; a changed route gets a
 * fresh row, so that the old one is still there when the change is taken back.
 */
export interface Routes {
  readonly room: number;
  /** First cell of a shift's route. */
  readonly rowOf: Int32Array;
  /** Visit at a position; −1 at both ends. */
  readonly visitAt: Int32Array;
  readonly placeAt: Int32Array;
  /** Price of the leg that leaves a position. */
  readonly legPrice: Float64Array;
  /** Its seconds, where travel does not change with the hour. */
  readonly legSec: Int32Array;
  readonly lanes: Lanes;
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
  /** A number that no other content of this route has had. */
  readonly version: Int32Array;
  readonly probe: Best;
  /** Windows in force by [v × classes + c]: the visit's own, or the moment to which it is pinned. */
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowLatest: Int32Array;
  readonly windowSoft: Int32Array;
}

function createLanes(cells: number, prep: Prepared): Lanes {
  const each = <T>(make: () => T): T[] => Array.from({ length: prep.maxBreaks + 1 }, make);
  const latest = each(() => new Int32Array(cells).fill(-NEVER));
  return {
    free: each(() => new Int32Array(cells).fill(NEVER)),
    cost: each(() => new Float64Array(prep.hasSoft ? cells : 0)),
    latest,
    soft: prep.hasSoft ? each(() => new Int32Array(cells).fill(-NEVER)) : latest,
    extra: prep.hasSoft
      ? each(() => ({
          count: new Uint8Array(cells),
          free: new Int32Array(cells * EXTRA),
          cost: new Float64Array(cells * EXTRA),
        }))
      : null,
  };
}

/** Rows beside one a shift: room for the old rows of the routes that an iteration changes. */
function spareRows(prep: Prepared): number {
  return prep.shifts;
}

export function createRoutes(prep: Prepared): Routes {
  const room = prep.routeRoom;
  const cells = room * (prep.shifts + spareRows(prep));
  const ints = (): Int32Array => new Int32Array(prep.shifts);
  return {
    room,
    rowOf: Int32Array.from({ length: prep.shifts }, (_, s) => s * room),
    visitAt: new Int32Array(cells).fill(-1),
    placeAt: new Int32Array(cells),
    legPrice: new Float64Array(cells),
    legSec: new Int32Array(cells),
    lanes: createLanes(cells, prep),
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
    version: ints(),
    probe: { shift: -1, position: 0, price: 0 },
    windowFirst: prep.windowFirst.slice(),
    windowCount: prep.windowCount.slice(),
    windowOpen: prep.windowOpen.slice(),
    windowLatest: prep.windowLatest.slice(),
    windowSoft: prep.windowSoft.slice(),
  };
}
