import type { Kind } from './kinds';

/** The ways on from each node at these duals, the most promising first, with what they need side by side. */
export interface Arcs {
  /** Those from a node: from[node] .. from[node + 1], the start last. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Seconds on the way. */
  readonly sec: Int32Array;
  /** Price of the leg and of the visit it leads to, less what the visit is worth, micros. */
  readonly base: Float64Array;
}

/** The ways on of one kind of shift, at duals in micros by visit: at most `few` from each visit, from the start all. */
export function arcsOf(kind: Kind, dual: Float64Array, few: number): Arcs {
  const { after, afterFrom, legSec, legPrice, visits } = kind;
  const m = visits.length;
  const from = new Int32Array(m + 2);
  const to = new Int32Array(after.length);
  const base = new Float64Array(after.length);
  let n = 0;
  for (let a = 0; a <= m; a++) {
    const first = n;
    from[a] = first;
    const limit = first + (a < m ? few : Number.POSITIVE_INFINITY);
    for (let x = afterFrom[a]!; x < afterFrom[a + 1]!; x++) {
      const w = after[x]!;
      const own = legPrice[a * (m + 2) + w]! - dual[visits[w]!]!;
      if (n >= limit && own >= base[n - 1]!) continue;
      let i = n < limit ? n++ : n - 1;
      for (; i > first && base[i - 1]! > own; i--) {
        base[i] = base[i - 1]!;
        to[i] = to[i - 1]!;
      }
      base[i] = own;
      to[i] = w;
    }
  }
  from[m + 1] = n;
  const sec = new Int32Array(n);
  for (let a = 0; a <= m; a++) {
    for (let x = from[a]!; x < from[a + 1]!; x++) sec[x] = legSec[a * (m + 2) + to[x]!]!;
  }
  return { from, to, sec, base };
}
