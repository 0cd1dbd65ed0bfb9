import type { RoadGraph } from '../road-graph';
import { fastestFrom } from '../shortest-paths';

/** The same network with every arc the other way round. */
export function reversed(graph: RoadGraph): RoadGraph {
  const { first, head } = graph;
  const n = first.length - 1;
  const back = new Int32Array(n + 1);
  for (const to of head) back[to + 1]!++;
  for (let j = 0; j < n; j++) back[j + 1]! += back[j]!;
  const next = back.slice();
  const out = {
    ...graph,
    first: back,
    head: new Int32Array(head.length),
    seconds: new Float64Array(head.length),
    metres: new Float64Array(head.length),
    roadOf: new Int32Array(head.length),
  };
  for (let j = 0; j < n; j++) {
    for (let arc = first[j]!; arc < first[j + 1]!; arc++) {
      const at = next[head[arc]!]!++;
      out.head[at] = j;
      out.seconds[at] = graph.seconds[arc]!;
      out.metres[at] = graph.metres[arc]!;
      out.roadOf[at] = graph.roadOf[arc]!;
    }
  }
  return out;
}

/**
 * Fastest ways from all junctions to one: asked of a junction, its seconds and metres, Infinity where there is no way. One
 * tree on the reversed network gives them all; each way is added up from its beginning, as a tree from there would, so
 * that both come to the same to the last digit.
 */
export function fastestInto(
  back: RoadGraph,
  target: number,
): (from: number) => { readonly seconds: number; readonly metres: number } {
  const tree = fastestFrom(back, target);
  return (from) => {
    if (!Number.isFinite(tree.seconds[from]!)) return { seconds: Number.POSITIVE_INFINITY, metres: 0 };
    let [seconds, metres] = [0, 0];
    for (let at = from; at !== target; at = tree.before[at]!) {
      const arc = tree.arcInto[at]!;
      seconds += back.seconds[arc]!;
      metres += back.metres[arc]!;
    }
    return { seconds, metres };
  };
}
