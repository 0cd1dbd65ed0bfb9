import type { Grounds } from './memory';

/** The loops that take nearly all of a search's time, written for WebAssembly (assembly/). */
export interface HotLoops {
  /** The table (table.ts) in integers and in doubles. */
  readonly ints: Int32Array;
  readonly floats: Float64Array;
  /** The memory in which all this lies. */
  readonly grounds: Grounds;
  /** Recomputes a usual shift from its sequence; 0 when the day cannot be done. SUM_PRICE and SUM_BUSY are left in the table. */
  refreshUsual(s: number): number;
  /**
   * The same after v was put behind position p of a usual shift with stops whose moments are not timed in full,
   * without sites, parts to fetch and links; `fromRow` is the row of the route before.
   */
  insertUsual(v: number, s: number, p: number, fromRow: number): number;
  /** Places, legs and sums of any shift; returns the price of its legs, micros. */
  sumUp(s: number): number;
  /** Cheapest place of a visit on a shift below `limit` micros, in FOUND_PRICE and FOUND_POSITION. */
  scanPositions(v: number, s: number, limit: number): void;
  /** Price in time of a usual shift's day with v after position p, micros; Infinity from `limit` on. */
  pricedAt(v: number, s: number, p: number, limit: number): number;
  /** The shift on which a visit costs least, below `most` micros, −1 for none; BEST_POSITION and BEST_PRICE tell the rest. */
  chooseOfAll(v: number, most: number, isRemembered: number): number;
  chooseNear(v: number, most: number): number;
  /** The same for one shift, without what is remembered of it. */
  chooseOn(v: number, s: number, most: number): number;
}

/** What the loops ask back. */
export interface Host {
  scanOther(v: number, s: number): void;
  hasRoom(v: number, s: number): number;
  drawBlink(): number;
}
