/* Beyond this many shifts not all are tried for a visit; how those near it are listed (assembly/choose.ts). */

/** Up to this many shifts every one is tried; beyond it only those near the visit. */
export const SCAN_ALL_SHIFTS = 64;
/** So many empty shifts, the cheapest to open first. */
export const EMPTY_SHIFTS = 4;
/** So many visits nearby say on which shifts to look, and so many shifts are kept. */
export const NEAR_VISITS = 40;
export const KEPT = 24;
/** How often a list is used before it is looked up again: it hardly changes from one time to the next. */
export const USES = 8;
/** Places whose moment is looked at for a linked visit, the cheapest first. */
export const LOOKED_AT = 60;
