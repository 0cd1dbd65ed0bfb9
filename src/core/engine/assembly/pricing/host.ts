/* What the loops ask back now and then. */

/** Whether the time for the first look is over. */
// @ts-ignore: decorator
@external('host', 'isOver')
export declare function isOver(): bool;

/** Whether the time for the rest is. */
// @ts-ignore: decorator
@external('host', 'isLate')
export declare function isLate(): bool;
