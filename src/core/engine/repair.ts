import type { Plan } from '../model/plan';
import type { Problem, Visit } from '../model/problem';
import type { Workspace } from './state/workspace';

/** Visits around each loose end at which a repair begins its iterations. */
const AROUND = 5;

/** The problem with a plan as its base: whoever gets another person or day than there costs `changedPrice` micros, and another time what the problem's prices say. */
export function withBase(problem: Problem, plan: Plan, changedPrice: number): Problem {
  const shiftById = new Map(problem.shifts.map((s) => [s.id, s]));
  const baseOf = new Map<string, NonNullable<Visit['base']>>();
  for (const route of plan.routes) {
    const shift = shiftById.get(route.shiftId);
    if (!shift) continue;
    for (const stop of route.stops) {
      baseOf.set(stop.visitId, {
        personId: shift.personId,
        dayIx: shift.dayIx,
        startSec: stop.startSec,
      });
    }
  }
  return {
    ...problem,
    visits: problem.visits.map((v) => ({ ...v, base: baseOf.get(v.id) })),
    prices: { ...problem.prices, changed: changedPrice },
  };
}

/** Lets the search begin only around what is loose now, so that the rest of the plan is left alone. */
export function focusOnLoose(work: Workspace): void {
  const { prep, loose } = work;
  const near = new Set<number>();
  for (let i = 0; i < loose.count; i++) {
    const v = loose.list[i]!;
    near.add(v);
    for (let k = 0; k < Math.min(AROUND, prep.neighbourCount); k++) {
      near.add(prep.neighbours[v * prep.neighbourCount + k]!);
    }
  }
  const seeds = work.movable.filter((v) => near.has(v));
  if (seeds.length > 0) work.seeds = seeds;
}
