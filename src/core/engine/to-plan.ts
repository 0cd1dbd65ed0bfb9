import { assert } from '../base/assert';
import type { Plan, PlannedRoute } from '../model/plan';
import type { ProblemIndex } from '../model/problem-index';
import { timeRoute } from '../timing/time-route';

/** Sequences of visit numbers by shift number. */
export interface Sequences {
  readonly room: number;
  readonly visitAt: Int32Array;
  readonly count: Int32Array;
}

/** Gives sequences their times and writes them down as a plan with the price that the search claims. */
export function toPlan(index: ProblemIndex, sequences: Sequences, price: number): Plan {
  const { problem } = index;
  const planned = new Set<string>();
  const routes: PlannedRoute[] = [];
  for (const [s, shift] of problem.shifts.entries()) {
    const n = sequences.count[s]!;
    if (n === 0) continue;
    const row = s * sequences.room;
    const visits = Array.from({ length: n }, (_, i) => problem.visits[sequences.visitAt[row + i + 1]!]!);
    const timed = timeRoute(index, shift, visits);
    assert(timed, `the sequence on shift ${shift.id} can be timed`);
    for (const v of visits) planned.add(v.id);
    routes.push({
      shiftId: shift.id,
      departSec: timed.departSec,
      breakStartSec: timed.break?.startSec ?? null,
      stops: timed.stops.map((stop) => ({ visitId: stop.visit.id, startSec: stop.startSec })),
      arriveSec: timed.arriveSec,
    });
  }
  const unplannedVisitIds = problem.visits.filter((v) => !planned.has(v.id)).map((v) => v.id);
  return { format: 'lime-plan', version: 1, routes, unplannedVisitIds, price };
}
