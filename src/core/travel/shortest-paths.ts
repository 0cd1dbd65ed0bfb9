import FlatQueue from 'flatqueue';
import type { RoadGraph } from './road-network';

/** Fastest paths from one junction to all: seconds, metres along them, and the arc that arrives. */
export interface PathTree {
  readonly seconds: Float64Array;
  readonly metres: Float64Array;
  readonly arcInto: Int32Array;
  readonly before: Int32Array;
}

/** Dijkstra (1959) with a binary heap; unreachable junctions keep Infinity. */
export function fastestFrom(graph: RoadGraph, source: number): PathTree {
  const n = graph.first.length - 1;
  const seconds = new Float64Array(n).fill(Number.POSITIVE_INFINITY);
  const metres = new Float64Array(n);
  const arcInto = new Int32Array(n).fill(-1);
  const before = new Int32Array(n).fill(-1);
  const queue = new FlatQueue<number>();
  seconds[source] = 0;
  queue.push(source, 0);
  while (queue.length > 0) {
    const reached = queue.peekValue()!;
    const j = queue.pop()!;
    if (reached > seconds[j]!) continue;
    for (let arc = graph.first[j]!; arc < graph.first[j + 1]!; arc++) {
      const to = graph.head[arc]!;
      const next = reached + graph.seconds[arc]!;
      if (next >= seconds[to]!) continue;
      seconds[to] = next;
      metres[to] = metres[j]! + graph.metres[arc]!;
      arcInto[to] = arc;
      before[to] = j;
      queue.push(to, next);
    }
  }
  return { seconds, metres, arcInto, before };
}
