import type { Prepared } from '../prepare/prepared';
import { createMemo, type Memo, type Routes } from '../state/routes';

/** So many visits nearby say on which shifts to look, and so many shifts are kept. */
const NEAR_VISITS = 40;
const KEPT = 24;
/** How often a list is used before it is looked up again: it hardly changes from one time to the next. */
const USES = 8;

/** For each visit the shifts that hold the visits near it, nearest first, and what is remembered of them. */
export interface NearShifts {
  /** KEPT cells a visit, of which `count` are used. */
  readonly shifts: Int32Array;
  readonly count: Uint8Array;
  /** How often the list may still be used. */
  readonly left: Uint8Array;
  /** Pairs as in `Memo`: `stride` of them a visit, those of its list first, then those of the shifts cheap to open. */
  readonly memo: Memo;
  readonly stride: number;
  readonly before: { readonly shifts: Int32Array; readonly memo: Memo };
}

export function createNearShifts(prep: Prepared, visits: number): NearShifts {
  const stride = KEPT + prep.nearShiftCount;
  return {
    shifts: new Int32Array(visits * KEPT),
    count: new Uint8Array(visits),
    left: new Uint8Array(visits),
    memo: createMemo(visits * stride),
    stride,
    before: { shifts: new Int32Array(KEPT), memo: createMemo(KEPT) },
  };
}

/** First cell of a visit's list of shifts, looked up afresh when it has been used often enough. */
export function nearShiftsOf(prep: Prepared, routes: Routes, near: NearShifts, v: number): number {
  if (near.left[v] === 0) {
    lookUp(prep, routes, near, v);
    near.left[v] = USES;
  }
  near.left[v]!--;
  return v * KEPT;
}

/** Position in the memo of the first shift of a visit's list, and of the first of those cheap to open. */
export const memoOfList = (near: NearShifts, v: number): number => v * near.stride * 2;
export const memoOfEmpty = (near: NearShifts, v: number): number => (v * near.stride + KEPT) * 2;

/** Makes every list be looked up again. */
export function forgetNear(near: NearShifts): void {
  near.left.fill(0);
}

function lookUp(prep: Prepared, routes: Routes, near: NearShifts, v: number): void {
  const { neighbours, eligible } = prep;
  const { shifts, memo, before } = near;
  const pairs = v * prep.shifts;
  const first = v * prep.neighbourCount;
  const last = first + prep.neighbourCount;
  const row = v * KEPT;
  const at = memoOfList(near, v);
  const known = near.count[v]!;
  for (let i = 0; i < known; i++) {
    before.shifts[i] = shifts[row + i]!;
    before.memo[i * 2] = memo[at + i * 2]!;
    before.memo[i * 2 + 1] = memo[at + i * 2 + 1]!;
  }
  let met = 0;
  let n = 0;
  for (let i = first; i < last && met < NEAR_VISITS && n < KEPT; i++) {
    const s = routes.shiftOf[neighbours[i]!]!;
    if (s < 0 || eligible[pairs + s] === 0) continue;
    met++;
    if (isAmong(shifts, row, n, s)) continue;
    shifts[row + n] = s;
    let k = 0;
    while (k < known && before.shifts[k] !== s) k++;
    memo[at + n * 2] = k < known ? before.memo[k * 2]! : -1;
    memo[at + n * 2 + 1] = k < known ? before.memo[k * 2 + 1]! : 0;
    n++;
  }
  near.count[v] = n;
}

/** Lists are short: looking through beats marks. */
function isAmong(shifts: Int32Array, row: number, n: number, s: number): boolean {
  for (let i = row; i < row + n; i++) if (shifts[i] === s) return true;
  return false;
}
