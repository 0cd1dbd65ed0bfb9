import type { Prepared } from '../prepare/prepared';

/** A visit is remembered at so many others at most: more, and pricing takes too long. */
const MOST_REMEMBERED = 64;

/**
 * Which visits a day still remembers at which, so that they do not come again while it does. It begins
 * with those nearby, and grows where the model would make use of a visit twice (Roberti, Mingozzi, "Dynamic
 * ng-path relaxation for the delivery man problem", Transportation Science 48(3), 2014).
 */
export interface Memory {
  readonly visits: number;
  /** [at × visits + visit]. */
  readonly keeps: Uint8Array;
  /** How many are remembered at each. */
  readonly size: Int32Array;
}

/** So many of the nearest others are remembered from the start: looser models would be proven for nothing. */
const NEAREST = 32;

export function createMemory({ visits, neighbours, neighbourCount }: Prepared): Memory {
  const memory = { visits, keeps: new Uint8Array(visits * visits), size: new Int32Array(visits) };
  const near = Math.min(NEAREST, neighbourCount);
  for (let v = 0; v < visits; v++) {
    for (let i = 0; i < near; i++) memory.keeps[v * visits + neighbours[v * neighbourCount + i]!] = 1;
    memory.size[v] = near;
  }
  return memory;
}

/** Everything is remembered everywhere. */
export function fullMemory({ visits }: Prepared): Memory {
  return {
    visits,
    keeps: new Uint8Array(visits * visits).fill(1),
    size: new Int32Array(visits).fill(visits),
  };
}

/** What a kind's visits remember, as bits by local number: [visit × words + word]. */
export function bitsFor(memory: Memory, { visits }: { readonly visits: Int32Array }): Int32Array {
  const words = Math.ceil(visits.length / 32);
  const bits = new Int32Array(visits.length * words);
  for (let a = 0; a < visits.length; a++) {
    const row = visits[a]! * memory.visits;
    for (let u = 0; u < visits.length; u++) {
      if (memory.keeps[row + visits[u]!] === 1) bits[a * words + (u >> 5)]! |= 1 << (u & 31);
    }
  }
  return bits;
}

/** Whether a visit comes again while it is still remembered. */
export function isForbidden(memory: Memory, day: readonly number[]): boolean {
  return day.some((v, i) => {
    const back = day.lastIndexOf(v, i - 1);
    return i > 0 && back >= 0 && day.slice(back + 1, i).every((at) => memory.keeps[at * memory.visits + v]);
  });
}

/** Remembers every visit that comes again all the way until it does; returns whether that forbids the day. */
export function forbid(memory: Memory, day: readonly number[]): boolean {
  let isForbiddenNow = false;
  for (const [i, v] of day.entries()) {
    const back = i > 0 ? day.lastIndexOf(v, i - 1) : -1;
    if (back < 0) continue;
    const between = day.slice(back + 1, i).filter((at) => !memory.keeps[at * memory.visits + v]);
    if (between.some((at) => memory.size[at]! >= MOST_REMEMBERED)) continue;
    for (const at of new Set(between)) {
      memory.keeps[at * memory.visits + v] = 1;
      memory.size[at]!++;
    }
    isForbiddenNow = true;
  }
  return isForbiddenNow;
}
