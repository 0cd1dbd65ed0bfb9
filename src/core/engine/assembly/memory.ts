import {
  P_BEFORE_SEC,
  P_CELLS,
  P_COUNT,
  P_ROW_OF,
  P_SHIFT_LINE,
  P_SLOTS,
  P_TRAVEL_BACK,
  P_TRAVEL_M,
  P_TRAVEL_M_BACK,
  P_TRAVEL_SEC,
  WIDE_M,
  WIDE_SEC,
} from '../hot/table';
import { CELL, LINE, SLOT } from '../state/cells';

/*
 * How the loops written for WebAssembly look into the shared memory: by the address of an array in the table at
 * its beginning (hot/table.ts). The fields of a cell, slot or line are those of state/cells.ts, four bytes each.
 */

export const NEVER: i32 = 1 << 30;

/** Where the table is: each search that shares the memory has its own. */
// @ts-ignore: decorator
@external('env', 'table')
export declare const table: usize;

// @ts-ignore: decorator
@inline
export function pointer(key: i32): usize {
  return <usize>load<u32>(table + <usize>key);
}

// @ts-ignore: decorator
@inline
export function intAt(key: i32, i: i32): i32 {
  return load<i32>(pointer(key) + (<usize>i << 2));
}

// @ts-ignore: decorator
@inline
export function setInt(key: i32, i: i32, value: i32): void {
  store<i32>(pointer(key) + (<usize>i << 2), value);
}

// @ts-ignore: decorator
@inline
export function floatAt(key: i32, i: i32): f64 {
  return load<f64>(pointer(key) + (<usize>i << 3));
}

// @ts-ignore: decorator
@inline
export function setFloat(key: i32, i: i32, value: f64): void {
  store<f64>(pointer(key) + (<usize>i << 3), value);
}

// @ts-ignore: decorator
@inline
export function byteAt(key: i32, i: i32): i32 {
  return <i32>load<u8>(pointer(key) + <usize>i);
}

/** A number of the problem. */
// @ts-ignore: decorator
@inline
export function given(key: i32): i32 {
  return load<i32>(table + <usize>key);
}

// @ts-ignore: decorator
@inline
export function setGiven(key: i32, value: i32): void {
  store<i32>(table + <usize>key, value);
}

// @ts-ignore: decorator
@inline
export function number(key: i32): f64 {
  return load<f64>(table + <usize>key);
}

// @ts-ignore: decorator
@inline
export function setNumber(key: i32, value: f64): void {
  store<f64>(table + <usize>key, value);
}

/** A field of the cell, slot or line at an address. */
// @ts-ignore: decorator
@inline
export function field(at: usize, i: i32): i32 {
  return load<i32>(at + (<usize>i << 2));
}

// @ts-ignore: decorator
@inline
export function setField(at: usize, i: i32, value: i32): void {
  store<i32>(at + (<usize>i << 2), value);
}

export const CELL_BYTES: usize = 4 * CELL;
export const SLOT_BYTES: usize = 4 * SLOT;

/** Address of a position of a shift's route. */
// @ts-ignore: decorator
@inline
export function cellOf(s: i32, p: i32): usize {
  return pointer(P_CELLS) + <usize>(intAt(P_ROW_OF, s) + p) * CELL_BYTES;
}

// @ts-ignore: decorator
@inline
export function lineOf(s: i32): usize {
  return pointer(P_SHIFT_LINE) + (<usize>s * 4 * LINE);
}

// @ts-ignore: decorator
@inline
export function slotOf(cell: i32): usize {
  return pointer(P_SLOTS) + (<usize>cell * 4 * SLOT);
}

// @ts-ignore: decorator
@inline
export function countOf(s: i32): i32 {
  return intAt(P_COUNT, s);
}

// @ts-ignore: decorator
@inline
export function beforeOf(s: i32): i32 {
  return intAt(P_BEFORE_SEC, s);
}

/** A cell of a travel matrix, two or four bytes wide. */
// @ts-ignore: decorator
@inline
function travel(key: i32, isWide: i32, cell: i32): i32 {
  return isWide
    ? load<i32>(pointer(key) + (<usize>cell << 2))
    : <i32>load<u16>(pointer(key) + (<usize>cell << 1));
}

// @ts-ignore: decorator
@inline
export function travelSec(cell: i32): i32 {
  return travel(P_TRAVEL_SEC, given(WIDE_SEC), cell);
}

// @ts-ignore: decorator
@inline
export function travelBack(cell: i32): i32 {
  return travel(P_TRAVEL_BACK, given(WIDE_SEC), cell);
}

// @ts-ignore: decorator
@inline
export function travelM(cell: i32): i32 {
  return travel(P_TRAVEL_M, given(WIDE_M), cell);
}

// @ts-ignore: decorator
@inline
export function travelMBack(cell: i32): i32 {
  return travel(P_TRAVEL_M_BACK, given(WIDE_M), cell);
}
