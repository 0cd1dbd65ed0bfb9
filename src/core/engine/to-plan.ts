import { assert } from '../base/assert';
import type { Plan, PlannedRoute } from '../model/plan';
import type { Problem } from '../model/problem';
import { plannedRoute } from '../timing/planned-route';
import { timeRoute } from '../timing/time-route';
import type { ProblemIndex } from '../travel/problem-index';
import { inOrderOf } from './near-order';
import type { Links } from './prepare/links';
import { NEVER, type Prepared } from './prepare/prepared';
import type { Snapshot } from './state/edit';

/**
 * Gives sequences their times and writes them down as a plan with the price that the search claims. `index` looks
 * up the problem as it was given, `searched` lists the same shifts and visits in the order of the search.
 */
export function toPlan(
  index: ProblemIndex,
  searched: Problem,
  prep: Prepared & { readonly links: Links },
  found: Snapshot,
  price: number,
): Plan {
  const planned = new Set<string>();
  const routeOf: (PlannedRoute | null)[] = searched.shifts.map(() => null);
  const workEnd = new Float64Array(searched.shifts.length);
  // Earlier shifts first: the rest after a day decides when the next may begin.
  const order = [...searched.shifts.keys()].sort((a, b) => prep.shiftStart[a]! - prep.shiftStart[b]!);
  for (const s of order) {
    const shift = searched.shifts[s]!;
    const n = found.count[s]!;
    if (n === 0) continue;
    const sequence = Array.from({ length: n }, (_, i) => found.visitAt[s * found.room + i + 1]!);
    const visits = sequence.map((v) => searched.visits[prep.sourceOf[v]!]!);
    let notBeforeSec = shift.startSec;
    for (const b of prep.restBefore[s]!) {
      if (found.count[b]! > 0) notBeforeSec = Math.max(notBeforeSec, workEnd[b]! + prep.restSec);
    }
    const timed = timeRoute(index, shift, visits, { ...agreed(prep, found, sequence, visits), notBeforeSec });
    assert(timed, `the sequence on shift ${shift.id} can be timed`);
    workEnd[s] = timed.workEndSec;
    for (const v of visits) planned.add(v.id);
    routeOf[s] = plannedRoute(timed);
  }
  const routes = routeOf.filter((r) => r !== null);
  const unplannedVisitIds = searched.visits.filter((v) => !planned.has(v.id)).map((v) => v.id);
  return inOrderOf(index.problem, { format: 'lime-plan', version: 1, routes, unplannedVisitIds, price });
}

/** Beginnings and equipment that were settled between routes. */
function agreed(
  prep: Prepared & { readonly links: Links },
  found: Snapshot,
  sequence: readonly number[],
  visits: readonly { readonly id: string; readonly bufferBeforeSec?: number | undefined }[],
): { starts: Map<string, number>; equipment: Map<string, string[]> } {
  const starts = new Map<string, number>();
  const equipment = new Map<string, string[]>();
  for (const [i, v] of sequence.entries()) {
    const begin = found.beginAt[v]!;
    if (begin >= NEVER) continue;
    const { id, bufferBeforeSec = 0 } = visits[i]!;
    starts.set(id, begin + bufferBeforeSec);
    const units = found.unitsOf[prep.leadOf[v]!]!;
    if (units.length === 0) continue;
    const kinds = prep.links.kindsOf[v]!;
    equipment.set(
      id,
      units.map((unit, k) => prep.links.units[kinds[k]!]![unit]!.id),
    );
  }
  return { starts, equipment };
}
