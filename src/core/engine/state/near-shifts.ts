import type { Prepared } from '../prepare/prepared';
import { KEPT, LOOKED_AT, SCAN_ALL_SHIFTS } from './near';

/** Integers that hold what is remembered of a visit on a shift (assembly/choose.ts). */
const REMEMBERED_INTS = 4;

/**
 * On which shifts to look for a visit and what is remembered of them. Up to SCAN_ALL_SHIFTS all are looked at and
 * every pair is remembered; beyond it each visit has a list of the shifts that hold the visits near it, nearest first.
 */
export interface Near {
  readonly triesAll: boolean;
  /** What was found: of all pairs, or a visit's list first and then the shifts cheap to open. */
  readonly memo: Int32Array;
  /** Number of the look in which a shift, or one of shifts that are alike, was last met. */
  readonly shiftMark: Int32Array;
  readonly twinMark: Int32Array;
  /** Routes changed since the last accepted plan. */
  readonly touched: Int32Array;
  /** Lists: KEPT cells a visit, of which `count` are used; how often a list may still be used; room for one list. */
  readonly shifts: Int32Array;
  readonly count: Uint8Array;
  readonly left: Uint8Array;
  readonly before: Int32Array;
  /** Place of a shift in the list last looked up that held it. */
  readonly place: Int32Array;
  /** 0 for shifts that somebody else works on at present. */
  readonly open: Uint8Array;
  /** For a linked visit (assembly/linked.ts): beginning and cell of moments, with a price; shift and position of who could take it, with a price. */
  readonly momentAt: Int32Array;
  readonly momentPrice: Float64Array;
  readonly takerAt: Int32Array;
  readonly takerPrice: Float64Array;
  /** The shifts that could take it at all. */
  readonly fitShifts: Int32Array;
}

export function createNear(prep: Prepared): Near {
  const triesAll = prep.shifts <= SCAN_ALL_SHIFTS;
  const listed = triesAll ? 0 : prep.visits;
  const pairs = triesAll ? prep.visits * prep.shifts : prep.visits * (KEPT + prep.nearShiftCount);
  return {
    triesAll,
    memo: new Int32Array(pairs * REMEMBERED_INTS).fill(-1),
    shiftMark: new Int32Array(prep.shifts).fill(-1),
    twinMark: new Int32Array(prep.shifts).fill(-1),
    touched: new Int32Array(prep.shifts),
    shifts: new Int32Array(listed * KEPT),
    count: new Uint8Array(listed),
    left: new Uint8Array(listed),
    before: new Int32Array(KEPT * (1 + REMEMBERED_INTS)),
    place: new Int32Array(prep.shifts),
    open: new Uint8Array(prep.shifts).fill(1),
    momentAt: new Int32Array(2 * LOOKED_AT),
    momentPrice: new Float64Array(LOOKED_AT),
    takerAt: new Int32Array(2 * prep.shifts),
    takerPrice: new Float64Array(prep.shifts),
    fitShifts: new Int32Array(prep.shifts),
  };
}

/** Makes every list be looked up again. */
export function forgetNear(near: Near): void {
  near.left.fill(0);
}
