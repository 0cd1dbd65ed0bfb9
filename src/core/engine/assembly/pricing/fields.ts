/* What only the loops know of the lines that prove/table.ts measures, in bytes from their beginning. */

/** The rest of a day: the cheapest, the cheapest that begins with another visit, and the visit that the cheapest begins with, −1 for going home. */
export const C_PRICE = 0;
export const C_OTHER = 8;
export const C_NEXT = 16;

/** A way: its price so far, when it is free, and the next dearer one of its list, −1 for none. */
export const Y_COST = 0;
export const Y_FREE = 8;
export const Y_NEXT = 12;

/** A list of ways: the cheapest, −1 for none, and how many. */
export const Q_FIRST = 0;
export const Q_COUNT = 4;

/** A label: its load, breaks behind, whether another beats it, and the next of its bucket, −1 for none. */
export const L_LOAD = 8;
export const L_LANE = 20;
export const L_DEAD = 24;
export const L_QUEUED = 28;
