import type { RoadGraph } from '../road-graph';
import { fastestFrom } from '../shortest-paths';
import type { Access } from '../snap';
import { reversed } from './reversed';

/**
 * What a leg takes at most, without looking for its way: over a landmark it is never shorter than it is (triangle
 * inequality; Goldberg and Harrelson 2005, "Computing the shortest path: A* search meets graph theory").
 */
export interface Landmarks {
  /** Of each landmark: seconds from every junction to it, and from it to every junction, at the slowest speeds. */
  readonly into: readonly Float64Array[];
  readonly outOf: readonly Float64Array[];
}

/** Junctions of all landmarks together at most: each takes 16 bytes. */
const MOST_CELLS = 1_000_000;
const MOST_LANDMARKS = 48;
const FEWEST_LANDMARKS = 4;

function slowest(graphs: readonly RoadGraph[], junction: number): Float64Array {
  const [most, ...others] = graphs.map((g) => fastestFrom(g, junction).seconds);
  for (const seconds of others)
    for (let j = 0; j < seconds.length; j++) if (seconds[j]! > most![j]!) most![j] = seconds[j]!;
  return most!;
}

/**
 * Landmarks spread over a network so that none is far from all of them: each next one is the junction that is furthest
 * from those there are. `graphs` are the same network at different speeds, at least one.
 */
export function placeLandmarks(graphs: readonly RoadGraph[]): Landmarks {
  const junctions = graphs[0]!.first.length - 1;
  const count = Math.min(
    junctions,
    MOST_LANDMARKS,
    Math.max(FEWEST_LANDMARKS, Math.floor(MOST_CELLS / junctions)),
  );
  const backwards = graphs.map(reversed);
  const into: Float64Array[] = [];
  const outOf: Float64Array[] = [];
  const nearest = new Float64Array(junctions).fill(Number.POSITIVE_INFINITY);
  let next = 0;
  for (let i = 0; i < count; i++) {
    into.push(slowest(backwards, next));
    outOf.push(slowest(graphs, next));
    const last = outOf[i]!;
    let furthest = -1;
    for (let j = 0; j < junctions; j++) {
      if (last[j]! < nearest[j]!) nearest[j] = last[j]!;
      if (Number.isFinite(nearest[j]!) && nearest[j]! > furthest) {
        furthest = nearest[j]!;
        next = j;
      }
    }
  }
  return { into, outOf };
}

/** Whole seconds that a leg does not exceed at any of the speeds; Infinity where no landmark joins the two. */
export function atMostSec({ into, outOf }: Landmarks, from: Access, to: Access): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < into.length; i++) {
    const sec = into[i]![from.junction]! + outOf[i]![to.junction]!;
    if (sec < least) least = sec;
  }
  return Math.ceil(least + from.seconds + to.seconds);
}
