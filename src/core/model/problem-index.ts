import { assert } from '../base/assert';
import type { Problem, Shift, Visit } from './problem';

/** Look-ups over a problem. */
export interface ProblemIndex {
  readonly problem: Problem;
  readonly visitById: ReadonlyMap<string, Visit>;
  readonly shiftById: ReadonlyMap<string, Shift>;
  readonly placeIxById: ReadonlyMap<string, number>;
  /** Seconds between two places, by id. */
  travelSec(fromPlaceId: string, toPlaceId: string): number;
  /** Metres between two places, by id. */
  travelM(fromPlaceId: string, toPlaceId: string): number;
}

export function indexProblem(problem: Problem): ProblemIndex {
  const placeIxById = new Map(problem.places.map((p, i) => [p.id, i]));
  const n = problem.places.length;
  const at = (matrix: readonly number[], from: string, to: string): number => {
    const a = placeIxById.get(from);
    const b = placeIxById.get(to);
    assert(a !== undefined && b !== undefined, `places ${from} and ${to} are known`);
    return matrix[a * n + b] ?? 0;
  };
  return {
    problem,
    visitById: new Map(problem.visits.map((v) => [v.id, v])),
    shiftById: new Map(problem.shifts.map((s) => [s.id, s])),
    placeIxById,
    travelSec: (from, to) => at(problem.travel.durationSec, from, to),
    travelM: (from, to) => at(problem.travel.distanceM, from, to),
  };
}
