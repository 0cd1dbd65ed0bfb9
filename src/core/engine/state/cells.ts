/**
 * What the search reads of a position of a route, a visit and a shift, side by side in lines of integers: the
 * inner loops are bound by how many arrays they look into, not by how much they reckon.
 *
 *   position  [(rowOf[s] + p) × CELL + …]   its place, the leg that leaves it, and the lanes of a usual shift
 *   slot      [(v × classes + c) × SLOT + …]  a visit on a day: the window in force, how long, where
 *   line      [s × LINE + …]                 a shift: what never changes of it
 *
 * Lanes of a usual shift (at most one break, constant travel): in lane 0 the break is still to take, in lane 1 it
 * is behind. Without a break lane 0 is closed. Where nothing in time can be bought, soft limits equal the hard ones.
 */
export const CELL = 16;
export const PLACE = 0;
/** Seconds and metres of the leg that leaves a position; 0 on an empty route, which is not driven. Metres only where they are priced. */
export const LEG_SEC = 1;
export const LEG_M = 2;
/** Earliest moment free to leave, by lane, and the sooner of both. */
export const FREE_0 = 3;
export const FREE_1 = 4;
export const FREE = 5;
/** Latest readiness from which the rest of the day still works, by lane, and the later of both. At home: latest end of paid work. */
export const LATEST_0 = 6;
export const LATEST_1 = 7;
export const LATEST = 8;
/** The same for costing nothing in time. */
export const SOFT_0 = 9;
export const SOFT_1 = 10;
export const SOFT = 11;
/** 1 where being free that early in the lane has cost something (see `Lanes.cost`). */
export const DIRTY_0 = 12;
export const DIRTY_1 = 13;
/** Seconds of the leg that leaves a position for somebody free as early as he can be, where driving changes with the hour. */
export const LEG_NOW = 14;

export const SLOT = 8;
export const WINDOWS = 0;
/** First opening and last beginning of all windows; latest beginning that costs nothing, −NEVER where that is not plain. */
export const OPEN = 1;
export const LAST = 2;
export const EASE = 3;
/** Seconds on site. */
export const ON_SITE = 4;
export const AT_PLACE = 5;
export const DEMAND = 6;
/** Seconds of the work itself. */
export const WORK = 7;

export const LINE = 16;
export const CLASS = 0;
/** 1 where the shift has a break. */
export const TOP = 1;
export const BREAK_EARLIEST = 2;
export const BREAK_LATEST = 3;
export const BREAK_LONG = 4;
export const BREAK_DUE = 5;
export const END = 6;
/** Own-time driving after the shift, seconds. */
export const AFTER = 7;
export const MOST_VISITS = 8;
export const CAPACITY = 9;
export const KIND = 10;
export const FROM = 11;
export const TO = 12;

/** Kinds of shift: timed by the general lanes, or by the two of a cell. */
export const GENERAL = 0;
export const USUAL = 1;

/** Later but cheaper ways to be free that are remembered a position. What is beyond only makes an estimate too high, never a plan wrong. */
export const WAYS = 4;

/** For stretches of 2 ** PERIOD_SHIFT seconds it is written down which period of travel by the hour holds at their beginning. */
export const PERIOD_SHIFT = 10;
