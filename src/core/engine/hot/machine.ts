import type { Prepared } from '../prepare/prepared';
import type { Near } from '../state/near-shifts';
import type { Routes } from '../state/routes';
import { COMPILED } from './compiled';
import { COMPILED_SHARED } from './compiled-shared';
import type { Host, HotLoops } from './loops';
import { createMemory, type Ground, type Grounds, oneAfterTheOther, type Places, Removal } from './memory';
import * as T from './table';

const OF_PREPARED: Places<Prepared> = {
  shiftLine: T.P_SHIFT_LINE,
  travelSec: T.P_TRAVEL_SEC,
  travelBack: T.P_TRAVEL_BACK,
  travelM: T.P_TRAVEL_M,
  travelMBack: T.P_TRAVEL_M_BACK,
  standing: T.P_STANDING,
  eligible: T.P_ELIGIBLE,
  secPrice: T.P_SEC_PRICE,
  outPrice: T.P_OUT_PRICE,
  detourSaves: T.P_DETOUR_SAVES,
  softRate: T.P_SOFT_RATE,
  overtimePrice: T.P_OVERTIME_PRICE,
  sitePrice: T.P_SITE_PRICE,
  needsFetch: T.P_NEEDS_FETCH,
  shiftVia: T.P_SHIFT_VIA,
  limited: T.P_LIMITED,
  hasReach: T.P_HAS_REACH,
  reachSec: T.P_REACH_SEC,
  reachM: T.P_REACH_M,
  firstReachSec: T.P_FIRST_REACH_SEC,
  firstReachM: T.P_FIRST_REACH_M,
  shiftMaxTravel: T.P_MAX_TRAVEL,
  shiftPerson: T.P_SHIFT_PERSON,
  fairSec: T.P_FAIR_SEC,
  shiftTwin: T.P_SHIFT_TWIN,
  neighbours: T.P_NEIGHBOURS,
  nearShifts: T.P_NEAR_SHIFTS,
  promiseFirst: T.P_PROMISE_FIRST,
  promiseCount: T.P_PROMISE_COUNT,
  promiseOpen: T.P_PROMISE_OPEN,
  promiseClose: T.P_PROMISE_CLOSE,
  latePrice: T.P_LATE_PRICE,
  missedPrice: T.P_MISSED_PRICE,
  marginPrice: T.P_MARGIN_PRICE,
  baseAt: T.P_BASE_AT,
  movedPrice: T.P_MOVED_PRICE,
  exact: T.P_EXACT,
  payPerSec: T.P_PAY_PER_SEC,
  shiftStart: T.P_SHIFT_START,
  breakFirst: T.P_BREAK_FIRST,
  breakCount: T.P_BREAK_COUNT,
  breakDuration: T.P_BREAK_LONG,
  breakEarliest: T.P_BREAK_EARLIEST,
  breakLatest: T.P_BREAK_LATEST,
  breakDue: T.P_BREAK_DUE,
  breakPaid: T.P_BREAK_PAID,
  periods: T.P_PERIODS,
  periodAt: T.P_PERIOD_AT,
  slices: T.P_SLICES,
  viaFrom: T.P_VIA_FROM,
  viaBy: T.P_VIA_BY,
};

const OF_ROUTES: Places<Routes> = {
  cells: T.P_CELLS,
  slots: T.P_SLOTS,
  rowOf: T.P_ROW_OF,
  count: T.P_COUNT,
  load: T.P_LOAD,
  fetches: T.P_FETCHES,
  penalty: T.P_PENALTY,
  price: T.P_PRICE,
  isSplit: T.P_IS_SPLIT,
  travelSec: T.P_TRAVEL_TOTAL,
  visitSec: T.P_VISIT_SEC,
  startSec: T.P_START_SEC,
  beforeSec: T.P_BEFORE_SEC,
  endLimit: T.P_END_LIMIT,
  personSec: T.P_PERSON_SEC,
  version: T.P_VERSION,
  visitAt: T.P_VISIT_AT,
  shiftOf: T.P_SHIFT_OF,
  windowFirst: T.P_WINDOW_FIRST,
  windowCount: T.P_WINDOW_COUNT,
  windowOpen: T.P_WINDOW_OPEN,
  windowLatest: T.P_WINDOW_LATEST,
  windowSoft: T.P_WINDOW_SOFT,
  costBefore: T.P_COST_0,
  costBehind: T.P_COST_1,
  wayCount: T.P_WAY_COUNT,
  wayFree: T.P_WAY_FREE,
  wayCost: T.P_WAY_COST,
  workSec: T.P_WORK_SEC,
  workStart: T.P_WORK_START,
  workEnd: T.P_WORK_END,
  laneFree: T.P_LANE_FREE,
  laneCost: T.P_LANE_COST,
  laneLatest: T.P_LANE_LATEST,
  laneSoft: T.P_LANE_SOFT,
  laneWayCount: T.P_LANE_WAY_COUNT,
  laneWayFree: T.P_LANE_WAY_FREE,
  laneWayCost: T.P_LANE_WAY_COST,
  spotAt: T.P_SPOT_AT,
  spotPrice: T.P_SPOT_PRICE,
};

const OF_NEAR: Places<Near> = {
  memo: T.P_MEMO,
  shiftMark: T.P_SHIFT_MARK,
  twinMark: T.P_TWIN_MARK,
  touched: T.P_TOUCHED,
  shifts: T.P_LIST_SHIFTS,
  count: T.P_LIST_COUNT,
  left: T.P_LIST_LEFT,
  before: T.P_LIST_BEFORE,
  place: T.P_SHIFT_PLACE,
  open: T.P_SHIFT_OPEN,
  momentAt: T.P_MOMENT_AT,
  momentPrice: T.P_MOMENT_PRICE,
  takerAt: T.P_TAKER_AT,
  takerPrice: T.P_TAKER_PRICE,
  fitShifts: T.P_FIT_SHIFTS,
};

const compiled = new Map<string, WebAssembly.Module>();

/** The loops are compiled once a process: some 27 KB. */
function program(text: string): WebAssembly.Module {
  const known = compiled.get(text);
  if (known) return known;
  const made = new WebAssembly.Module(Uint8Array.from(atob(text), (c) => c.charCodeAt(0)));
  compiled.set(text, made);
  return made;
}

/**
 * Alone; or the first of so many members, on whose ground some of the problem may lie already; or one that comes to it
 * later.
 */
export type Seat =
  | 'alone'
  | { readonly ground: Ground; readonly members: number }
  | { readonly grounds: Grounds; readonly member: number };

/**
 * Moves what the loops read and write into memory and gives the loops over it. The fields of `prep`, `routes` and `near`
 * are views of that memory afterwards: the same numbers, seen by both sides. Those of `prep` are there already for
 * whoever comes later.
 */
export function startLoops(prep: Prepared, routes: Routes, near: Near, host: Host, seat: Seat): HotLoops {
  const shared = new Removal().add(prep, OF_PREPARED);
  const own = new Removal().add(routes, OF_ROUTES).add(near, OF_NEAR);
  const { memory, tables } = settleOn(seat, shared, own);
  const table = tables[seat !== 'alone' && 'grounds' in seat ? seat.member : 0]!;
  const ints = new Int32Array(memory.buffer, table, T.ARRAYS_FROM / 4);
  const floats = new Float64Array(memory.buffer, table, T.ARRAYS_FROM / 8);
  const int = (address: number, value: number): void => {
    ints[address / 4] = value;
  };
  floats[T.PRICE_PER_M / 8] = prep.pricePerM;
  floats[T.UNFAIR_PRICE / 8] = prep.unfairPrice;
  int(T.PLACES, prep.places);
  int(T.SHIFTS, prep.shifts);
  int(T.CLASSES, prep.classes);
  int(T.ROOM, routes.room);
  int(T.HAS_SOFT, prep.hasSoft ? 1 : 0);
  int(T.HAS_SITES, prep.hasSites ? 1 : 0);
  int(T.WIDE_SEC, prep.travelSec instanceof Int32Array ? 1 : 0);
  int(T.WIDE_M, prep.travelM instanceof Int32Array ? 1 : 0);
  int(T.MARGIN_SEC, prep.marginSec);
  int(T.MOVED_SEC, prep.movedSec);
  int(T.LANES, prep.maxBreaks + 1);
  int(T.SLICES, prep.sliceCount);
  int(T.PERIOD_SPANS, prep.periodAt.length);
  int(T.WIDE_SLICES, prep.slices instanceof Int32Array ? 1 : 0);
  int(T.KNOWN_PLACES, prep.places - prep.viaFrom.length);
  int(T.NEIGHBOUR_COUNT, prep.neighbourCount);
  int(T.NEAR_SHIFT_COUNT, prep.nearShiftCount);
  const instance = new WebAssembly.Instance(program(seat === 'alone' ? COMPILED : COMPILED_SHARED), {
    env: { memory, table },
    host: { ...host },
  });
  return {
    ...(instance.exports as unknown as Omit<HotLoops, 'ints' | 'floats' | 'grounds'>),
    ints,
    floats,
    grounds: { memory, tables },
  };
}

/** Moves in what is not there yet, and keeps places for members who come later. */
function settleOn(seat: Seat, shared: Removal, own: Removal): Grounds {
  if (seat === 'alone') {
    const memory = createMemory(T.ARRAYS_FROM + shared.bytes() + own.bytes());
    const place = oneAfterTheOther(T.ARRAYS_FROM);
    shared.carryOut(memory, 0, place);
    own.carryOut(memory, 0, place);
    return { memory, tables: [0] };
  }
  if ('grounds' in seat) {
    const { memory, tables } = seat.grounds;
    const table = tables[seat.member]!;
    const nothing = (): number => {
      throw new Error('the problem is there already');
    };
    shared.carryOut(memory, table, nothing, () => true);
    own.carryOut(memory, table, oneAfterTheOther(table + T.ARRAYS_FROM));
    return seat.grounds;
  }
  const { ground, members } = seat;
  const { memory } = ground;
  const each = T.ARRAYS_FROM + own.bytes();
  const place = (bytes: number): number => ground.reserve(bytes);
  shared.carryOut(memory, 0, place, (cells) => ground.holds(cells));
  own.carryOut(memory, 0, place);
  return { memory, tables: Array.from({ length: members }, (_, k) => (k === 0 ? 0 : ground.reserve(each))) };
}
