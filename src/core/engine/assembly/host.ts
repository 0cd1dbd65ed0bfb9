/* What the loops ask of the engine outside: rare, and not worth a second version. */

/** Scans a shift of the general kind for a visit and leaves the place in the table. */
// @ts-ignore: decorator
@external('host', 'scanOther')
export declare function scanOther(v: i32, s: i32): void;

/** How early a visit could be reached behind a position of a shift of the general kind; NEVER when it can not. */
// @ts-ignore: decorator
@external('host', 'readyAt')
export declare function readyAt(v: i32, s: i32, p: i32): i32;

/** Whether the limits on work that a shift counts for leave room for a visit. */
// @ts-ignore: decorator
@external('host', 'hasRoom')
export declare function hasRoom(v: i32, s: i32): bool;

/** How many routes to look at before one is passed over again. */
// @ts-ignore: decorator
@external('host', 'drawBlink')
export declare function drawBlink(): i32;
