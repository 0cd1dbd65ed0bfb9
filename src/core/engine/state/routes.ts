import { NEVER, type Prepared } from '../prepare/prepared';

/**
 * Two lanes over a route: 0 = the break is still to take, 1 = it has been taken (or there is none).
 * Row of a shift: s × room; position 0 is the start place, 1..n the stops, n+1 the end place.
 *
 *   free[p]   earliest moment at which the person is free to leave position p
 *   latest[p] latest readiness at position p from which the rest of the day still works
 */
export interface Lanes {
  readonly free0: Int32Array;
  readonly free1: Int32Array;
  readonly latest0: Int32Array;
  readonly latest1: Int32Array;
}

/** The best insertion found so far. */
export interface Best {
  shift: number;
  position: number;
  price: number;
}

/** Best insertion of visit v on shift s, valid while the route has the version noted with it. */
export interface Memo {
  readonly version: Int32Array;
  readonly price: Float64Array;
  readonly position: Int16Array;
  /** Where nothing was found (price Infinity): the price up to which was looked. */
  readonly limit: Float64Array;
}

/** Pairs of visit and shift up to which insertions are remembered (22 bytes each). */
const MEMO_LIMIT = 6_000_000;

/** The search's one mutable picture of a plan. */
export interface Routes {
  readonly room: number;
  /** Visit at a position; −1 at both ends. */
  readonly visitAt: Int32Array;
  readonly placeAt: Int32Array;
  readonly count: Int32Array;
  /** Lanes under the hard limits, and under the soft ones (nothing late, no overtime). */
  readonly hard: Lanes;
  readonly soft: Lanes;
  /** 1 when the route has no penalty, so that its soft lanes are valid. */
  readonly clean: Uint8Array;
  readonly load: Int32Array;
  /** Price of the legs, of the visits on this shift, and of overtime and lateness. */
  readonly price: Float64Array;
  readonly penalty: Float64Array;
  /** Shift of a visit, −1 when it is a loose end. */
  readonly shiftOf: Int32Array;
  readonly scratch: Int32Array;
  /** A number that no other content of this route has had. */
  readonly version: Int32Array;
  readonly memo: Memo | null;
  readonly probe: Best;
}

function createLanes(cells: number): Lanes {
  return {
    free0: new Int32Array(cells).fill(NEVER),
    free1: new Int32Array(cells).fill(NEVER),
    latest0: new Int32Array(cells).fill(-NEVER),
    latest1: new Int32Array(cells).fill(-NEVER),
  };
}

function createMemo(pairs: number): Memo {
  return {
    version: new Int32Array(pairs).fill(-1),
    price: new Float64Array(pairs),
    position: new Int16Array(pairs),
    limit: new Float64Array(pairs),
  };
}

export function createRoutes(prep: Prepared): Routes {
  const room = prep.routeRoom;
  const cells = room * prep.shifts;
  const hard = createLanes(cells);
  const pairs = prep.visits * prep.shifts;
  return {
    room,
    visitAt: new Int32Array(cells).fill(-1),
    placeAt: new Int32Array(cells),
    count: new Int32Array(prep.shifts),
    hard,
    soft: prep.hasSoft ? createLanes(cells) : hard,
    clean: new Uint8Array(prep.shifts).fill(1),
    load: new Int32Array(prep.shifts),
    price: new Float64Array(prep.shifts),
    penalty: new Float64Array(prep.shifts),
    shiftOf: new Int32Array(prep.visits).fill(-1),
    scratch: new Int32Array(room),
    version: new Int32Array(prep.shifts),
    memo: pairs > MEMO_LIMIT ? null : createMemo(pairs),
    probe: { shift: -1, position: 0, price: 0 },
  };
}
