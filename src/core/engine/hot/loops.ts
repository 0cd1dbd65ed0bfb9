import type { Grounds } from './memory';

/** The loops that take nearly all of a search's time, written for WebAssembly (assembly/). */
export interface HotLoops {
  /** The table (table.ts) in integers and in doubles. */
  readonly ints: Int32Array;
  readonly floats: Float64Array;
  /** The memory in which all this lies. */
  readonly grounds: Grounds;
  /**
   * Recomputes everything that follows from a route's sequence; 0 when the day cannot be done: legs without the visit
   * between them may be longer, later or out of reach.
   */
  refresh(s: number): number;
  /** The same after v was put behind position p; `fromRow` is the row in which the route was right before. */
  insertVisit(v: number, s: number, p: number, fromRow: number): number;
  /** Cheapest place of a visit on a shift below `limit` micros, in FOUND_PRICE and FOUND_POSITION. */
  scanPositions(v: number, s: number, limit: number): void;
  /** Price in time of a shift's day with v after position p, micros; Infinity from `limit` on. */
  pricedAt(v: number, s: number, p: number, limit: number): number;
  /** The shift on which a visit costs least, below `most` micros, −1 for none; BEST_POSITION and BEST_PRICE tell the rest. */
  chooseOfAll(v: number, most: number, isRemembered: number): number;
  chooseNear(v: number, most: number): number;
  /** The same for one shift, without what is remembered of it. */
  chooseOn(v: number, s: number, most: number): number;
  /**
   * How early a linked visit could begin between two moments, by one person or with −1 anybody: where the way is
   * cheapest, `most` of them, the cheapest first, in `near.momentAt`; with `isNear` on the shifts near it. Returns how
   * many there are. With `isShared` all shifts are asked afterwards who takes it, and not only those looked at.
   */
  findMoments(
    v: number,
    from: number,
    to: number,
    person: number,
    most: number,
    isNear: number,
    isShared: number,
  ): number;
  /**
   * On which shifts it costs less than `limit` micros to begin the visit asked for last at `begin`, its work at
   * `work`: the `most` cheapest, in `near.takerAt`, each of another person. `pin` is its window for pinned moments.
   * Returns how many.
   */
  findTakers(v: number, begin: number, work: number, pin: number, most: number, limit: number): number;
}

/** What the loops ask back. */
export interface Host {
  skips(): number;
  hasRoom(v: number, s: number): number;
  drawBlink(): number;
}
