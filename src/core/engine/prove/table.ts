/*
 * The memory of the loops that look for days (assembly/pricing): a table of numbers and addresses first, in bytes,
 * then what they point to. Read by both sides, so nothing here but constants.
 */

/** Only days below it are looked for; what the first look promised at least. */
export const BORDER = 8;
export const ROOT = 16;

export const VISITS = 24;
export const LANES = 28;
export const CAPACITY = 32;
export const BUCKETS = 36;
export const WIDTH_SEC = 40;
/** Buckets that every step to another visit goes on by at least. */
export const STEP = 44;
export const FROM_SEC = 48;
export const BEFORE_SEC = 52;
export const AFTER_SEC = 56;
export const END_SEC = 60;
export const OVERTIME_SEC = 64;
/** Most ways a visit and lane, most labels, and whether the cheapest day of every set of visits is wanted. */
export const MOST_WAYS = 68;
export const MOST_LABELS = 72;
export const EVERY_SET = 76;
/** Words of 32 bits that a label remembers, and its length in bytes with them. */
export const WORDS = 80;
export const LABEL_BYTES = 84;
/** Results: labels laid down, days found, whether something was dropped that a proof would need. */
export const LABELS = 88;
export const ENDS = 92;
export const IS_CUT = 96;
/** Groups of memories: 1, or many where only ways with the same memory are compared. A power of two. */
export const GROUPS = 100;
export const OVERTIME_PRICE = 104;

export const P_NODES = 112;
export const P_WINDOWS = 116;
export const P_BREAKS = 120;
export const P_ARC_FROM = 124;
export const P_ARCS = 128;
export const P_NEAR_BITS = 132;
export const P_CELLS = 136;
export const P_LEAST = 140;
export const P_WAYS = 144;
export const P_LISTS = 148;
export const P_LABELS = 152;
export const P_QUEUE = 156;
export const P_ENDS = 160;

/** Where what the addresses point to begins. */
export const FREE_FROM = 192;

/** A visit: seconds on site, its window if it has one only (else open is −1), the end of its promise, its windows, load, and the way home. */
export const NODE_BYTES = 64;
export const N_DURATION = 0;
export const N_OPEN = 4;
export const N_LATEST = 8;
export const N_PROMISE = 12;
export const N_WINDOW = 16;
export const N_WINDOWS = 20;
export const N_DEMAND = 24;
export const N_HOME_SEC = 28;
export const N_SOONEST = 32;
export const N_LATE = 40;
export const N_MISSED = 48;
export const N_HOME = 56;

/** A window: its opening and its last beginning. */
export const WINDOW_BYTES = 8;
export const W_OPEN = 0;
export const W_LATEST = 4;

export const BREAK_BYTES = 16;
export const B_EARLIEST = 0;
export const B_LATEST = 4;
export const B_LONG = 8;
export const B_DUE = 12;

/** A way on: its price, its seconds, and the visit that it leads to. */
export const ARC_BYTES = 16;
export const A_BASE = 0;
export const A_SEC = 8;
export const A_TO = 12;

/** The rest of a day from a visit, lane and bucket on, at [(lane × visits + visit) × buckets + bucket]. */
export const CELL_BYTES = 24;

/** A label among the ways of its visit and lane. */
export const WAY_BYTES = 16;

/**
 * The ways of a visit, lane and group of memories, at [(lane × visits + visit) × groups + group]: the first of them,
 * −1 for none, and how many.
 */
export const LIST_BYTES = 8;

/** The labels of a bucket, in the order in which they came: the first and the last. */
export const QUEUE_BYTES = 8;

/** A label: what its day costs beyond the duals if it ends there, the label before, its visit; then more (assembly/pricing/fields.ts). */
export const L_REDUCED = 0;
export const L_BEFORE = 12;
export const L_NODE = 16;
export const L_MEMORY = 32;
