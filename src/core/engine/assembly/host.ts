/* What the loops ask of the engine outside: rare, and not worth a second version. */

/** Whether to pass over a place that was priced before its moments are known. */
// @ts-ignore: decorator
@external('host', 'skips')
export declare function skips(): bool;

/** Whether the limits on work that a shift counts for leave room for a visit. */
// @ts-ignore: decorator
@external('host', 'hasRoom')
export declare function hasRoom(v: i32, s: i32): bool;

/** How many routes to look at before one is passed over again. */
// @ts-ignore: decorator
@external('host', 'drawBlink')
export declare function drawBlink(): i32;
