/** Throws when an invariant of the program is broken. Never for bad input: that is data. */
export function assert(condition: unknown, sentence: string): asserts condition {
  if (!condition) throw new Error(`Invariant broken: ${sentence}`);
}
