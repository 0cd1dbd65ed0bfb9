import type { RoadGraph } from './road-graph';

/** Fastest paths from one junction to all: seconds, metres along them, and the arc that arrives. */
export interface PathTree {
  readonly seconds: Float64Array;
  readonly metres: Float64Array;
  readonly arcInto: Int32Array;
  readonly before: Int32Array;
}

/** Buckets of time, used in turns: wide enough that the longest arc does not go once round. */
interface Buckets {
  readonly width: number;
  readonly count: number;
}
const MOST_BUCKETS = 1 << 20;
const bucketsOf = new WeakMap<Float64Array, Buckets>();

function bucketsFor({ seconds }: RoadGraph): Buckets {
  const known = bucketsOf.get(seconds);
  if (known) return known;
  let [least, most] = [Number.POSITIVE_INFINITY, 0];
  for (const sec of seconds) {
    if (sec < least) least = sec;
    if (sec > most) most = sec;
  }
  const width = seconds.length === 0 ? 1 : least;
  const made = { width, count: Math.floor(most / width) + 2 };
  bucketsOf.set(seconds, made);
  return made;
}

/**
 * Dijkstra (1959) with buckets in place of a heap: where none is wider than the shortest arc, whatever lies in the
 * first is final, in any order (Dial 1969; Denardo and Fox 1979, "Shortest-route methods: 1. Reaching, pruning, and
 * buckets"). Unreachable junctions keep Infinity. Where only some junctions are wanted, it ends with the last of them,
 * and what lies further is not final.
 */
export function fastestFrom(graph: RoadGraph, source: number, wanted?: readonly number[]): PathTree {
  const { first, head, seconds: cost, metres: length } = graph;
  const n = first.length - 1;
  const seconds = new Float64Array(n).fill(Number.POSITIVE_INFINITY);
  const metres = new Float64Array(n);
  const arcInto = new Int32Array(n).fill(-1);
  const before = new Int32Array(n).fill(-1);
  const isWanted = new Uint8Array(wanted ? n : 0);
  for (const j of wanted ?? []) isWanted[j] = 1;
  let left = isWanted.reduce((sum, w) => sum + w, 0);
  const { width, count } = bucketsFor(graph);
  if (count > MOST_BUCKETS) throw new RangeError(`an arc is ${count} times as long as another`);
  // Each bucket is a list linked both ways, so that a junction reached sooner moves to another at once.
  const bucket = new Int32Array(count).fill(-1);
  const after = new Int32Array(n);
  const ahead = new Int32Array(n);
  const slot = new Int32Array(n).fill(-1);
  let waiting = 1;
  seconds[source] = 0;
  bucket[0] = source;
  after[source] = -1;
  ahead[source] = -1;
  slot[source] = 0;
  for (let at = 0; waiting > 0; at = at + 1 === count ? 0 : at + 1) {
    for (let j = bucket[at]!; j >= 0; j = bucket[at]!) {
      const next = after[j]!;
      bucket[at] = next;
      if (next >= 0) ahead[next] = -1;
      slot[j] = -1;
      waiting--;
      if (isWanted[j] === 1) {
        isWanted[j] = 0;
        if (--left === 0) return { seconds, metres, arcInto, before };
      }
      const reached = seconds[j]!;
      for (let arc = first[j]!; arc < first[j + 1]!; arc++) {
        const to = head[arc]!;
        const arrive = reached + cost[arc]!;
        if (arrive >= seconds[to]!) continue;
        const old = slot[to]!;
        if (old >= 0) {
          const [a, b] = [ahead[to]!, after[to]!];
          if (a >= 0) after[a] = b;
          else bucket[old] = b;
          if (b >= 0) ahead[b] = a;
        } else waiting++;
        seconds[to] = arrive;
        metres[to] = metres[j]! + length[arc]!;
        arcInto[to] = arc;
        before[to] = j;
        const fresh = Math.floor(arrive / width) % count;
        const top = bucket[fresh]!;
        bucket[fresh] = to;
        after[to] = top;
        ahead[to] = -1;
        if (top >= 0) ahead[top] = to;
        slot[to] = fresh;
      }
    }
  }
  return { seconds, metres, arcInto, before };
}
