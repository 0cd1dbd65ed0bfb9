/**
 * What the members of a team tell each other between turns, in memory that they share: all of it is written before
 * they meet and read after it, in one of two halves by turns, so that nobody writes what somebody may still read.
 */
export interface Board {
  readonly members: number;
  readonly gate: Int32Array;
  /** Share of the budget that is used, by half; from 1 on it is the end. */
  readonly share: Float64Array;
  /** Iterations of each member so far. */
  readonly iterations: Int32Array;
  /** What each member has changed, by half (changes.ts). */
  readonly changes: readonly (readonly Int32Array[])[];
}

/** Cells of the gate: members that have come, how often all have, the turn that somebody has ended, and whether somebody is gone. */
const COME = 0;
const ROUND = 1;
const ENDED = 2;
const GONE = 3;
const GATE_CELLS = 4;
const HALVES = 2;

interface Sizes {
  readonly members: number;
  /** Cells that what a member has changed may take. */
  readonly mostChanges: number;
}

/** Memory for a board. */
export function createBoardMemory(sizes: Sizes): SharedArrayBuffer {
  const ints = GATE_CELLS + sizes.members + HALVES * sizes.members * sizes.mostChanges;
  return new SharedArrayBuffer(8 * HALVES + 4 * ints);
}

export function boardOn(memory: SharedArrayBuffer, sizes: Sizes): Board {
  let at = 0;
  const ints = (n: number): Int32Array => {
    const cells = new Int32Array(memory, at, n);
    at += 4 * n;
    return cells;
  };
  const share = new Float64Array(memory, 0, HALVES);
  at = share.byteLength;
  const each = <T>(n: number, make: () => T): T[] => Array.from({ length: n }, make);
  return {
    members: sizes.members,
    share,
    gate: ints(GATE_CELLS),
    iterations: ints(sizes.members),
    changes: each(HALVES, () => each(sizes.members, () => ints(sizes.mostChanges))),
  };
}

/** Looks so often before going to sleep: the others are nearly always as good as there. */
const LOOKS = 20_000;
const SLEEP_MS = 50;
/** A turn takes some milliseconds: whoever has not come after a minute of sleep will not come. */
const MOST_SLEEPS = 1200;

/** Waits until all have come; throws when somebody is gone. */
export function meet({ gate, members }: Board): void {
  const round = Atomics.load(gate, ROUND);
  if (Atomics.add(gate, COME, 1) === members - 1) {
    Atomics.store(gate, COME, 0);
    Atomics.add(gate, ROUND, 1);
    Atomics.notify(gate, ROUND);
    return;
  }
  for (let i = 0; i < LOOKS; i++) if (Atomics.load(gate, ROUND) !== round) return;
  for (let slept = 0; Atomics.load(gate, ROUND) === round; slept++) {
    if (Atomics.load(gate, GONE) === 1 || slept > MOST_SLEEPS)
      throw new Error('one of the threads has failed');
    Atomics.wait(gate, ROUND, round, SLEEP_MS);
  }
}

/** Tells the others not to wait any longer. */
export function leave({ gate }: Board): void {
  Atomics.store(gate, GONE, 1);
}

/** Tells all that a turn is over. */
export function endTurn({ gate }: Board, turn: number): void {
  Atomics.store(gate, ENDED, turn);
}

/** Whether somebody has ended this turn. */
export function isEnded({ gate }: Board, turn: number): boolean {
  return Atomics.load(gate, ENDED) >= turn;
}
