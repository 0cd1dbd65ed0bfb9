import { assert } from '../base/assert';
import type { Problem, Shift, Visit } from '../model/problem';
import { changingTimes, constantTimes } from './time-of-day';

/** Look-ups over a problem. */
export interface ProblemIndex {
  readonly problem: Problem;
  readonly visitById: ReadonlyMap<string, Visit>;
  readonly shiftById: ReadonlyMap<string, Shift>;
  readonly placeIxById: ReadonlyMap<string, number>;
  /** How many visits a place has. */
  readonly visitsAt: ReadonlyMap<string, number>;
  /** Arrival of somebody who leaves one place for another, by id, at a second. */
  arriveAt(fromPlaceId: string, toPlaceId: string, leaveSec: number): number;
  /** Latest second at which to leave so as to arrive by `arriveSec`. */
  leaveBy(fromPlaceId: string, toPlaceId: string, arriveSec: number): number;
  /** Seconds between two places as they usually are, whatever the hour. */
  usualSec(fromPlaceId: string, toPlaceId: string): number;
  /** Metres between two places, by id. */
  travelM(fromPlaceId: string, toPlaceId: string): number;
}

export function indexProblem(problem: Problem): ProblemIndex {
  const placeIxById = new Map(problem.places.map((p, i) => [p.id, i]));
  const n = problem.places.length;
  const { travel } = problem;
  const times = travel.byTime ? changingTimes(travel.byTime) : constantTimes(travel.durationSec);
  const cell = (from: string, to: string): number => {
    const a = placeIxById.get(from);
    const b = placeIxById.get(to);
    assert(a !== undefined && b !== undefined, `places ${from} and ${to} are known`);
    return a * n + b;
  };
  const visitsAt = new Map<string, number>();
  for (const v of problem.visits) visitsAt.set(v.placeId, (visitsAt.get(v.placeId) ?? 0) + 1);
  return {
    problem,
    visitById: new Map(problem.visits.map((v) => [v.id, v])),
    shiftById: new Map(problem.shifts.map((s) => [s.id, s])),
    placeIxById,
    visitsAt,
    arriveAt: (from, to, leaveSec) => times.arriveAt(cell(from, to), leaveSec),
    leaveBy: (from, to, arriveSec) => times.leaveBy(cell(from, to), arriveSec),
    usualSec: (from, to) => travel.durationSec[cell(from, to)] ?? 0,
    travelM: (from, to) => travel.distanceM[cell(from, to)] ?? 0,
  };
}
