import type { Plan } from '../../model/plan';
import type { Problem } from '../../model/problem';
import { penaltyOf } from '../evaluate/penalty';
import { placeBest, type Recreate, scanEverything } from '../recreate/greedy';
import { insertAt } from '../state/edit';
import { refresh, setLoose, touch, type Workspace } from '../state/workspace';

/** Visits that had to keep their place and cannot. */
export interface HeldConflict {
  readonly code: 'held-visits-break-rules';
  readonly visitIds: readonly string[];
}

/**
 * Takes over a given plan route by route, as far as it holds today's rules; what does not fit
 * becomes a loose end. Returns the held visits among those, which is an error for the caller.
 */
export function takeOver(work: Workspace, problem: Problem, start: Plan): HeldConflict | null {
  const { prep, routes } = work;
  const visitIx = new Map(problem.visits.map((v, i) => [v.id, i]));
  const shiftIx = new Map(problem.shifts.map((s, i) => [s.id, i]));
  for (const route of start.routes) {
    const s = shiftIx.get(route.shiftId);
    if (s === undefined) continue;
    touch(work, s);
    const wanted = route.stops.map((stop) => visitIx.get(stop.visitId) ?? -1).filter((v) => v >= 0);
    // Held visits first: whatever else is in the way gives way.
    const inOrder: number[] = [];
    for (const held of [1, 0]) {
      for (const v of wanted) {
        if (prep.visitHeld[v] !== held || !prep.eligible[v * prep.shifts + s]) continue;
        if (routes.shiftOf[v] !== -1 || inOrder.includes(v)) continue;
        const next = wanted.filter((w) => w === v || inOrder.includes(w));
        if (isPossible(work, s, next)) inOrder.splice(0, inOrder.length, ...next);
      }
    }
    for (const [i, v] of inOrder.entries()) {
      insertAt(routes, v, s, i);
      setLoose(work, v, false);
    }
    refresh(work, s);
  }
  const lost = problem.visits.filter((v, i) => v.held && routes.shiftOf[i] === -1);
  return lost.length > 0 ? { code: 'held-visits-break-rules', visitIds: lost.map((v) => v.id) } : null;
}

function isPossible(work: Workspace, s: number, sequence: readonly number[]): boolean {
  const { prep } = work;
  if (sequence.length + 2 > work.routes.room) return false;
  const load = sequence.reduce((sum, v) => sum + prep.visitDemand[v]!, 0);
  if (load > prep.shiftCapacity[s]!) return false;
  return Number.isFinite(penaltyOf(prep, s, Int32Array.from(sequence), sequence.length));
}

/** Hardest and dearest first: few shifts, then a high price, then a narrow window. */
export function constructionOrder(work: Workspace, narrow: Float64Array): number[] {
  const { prep } = work;
  const choices = (v: number): number => {
    let count = 0;
    for (let s = 0; s < prep.shifts; s++) count += prep.eligible[v * prep.shifts + s]!;
    return count;
  };
  const rank = Array.from({ length: prep.visits }, (_, v) => {
    const scarce = Math.min(1, choices(v) / Math.max(1, prep.shifts * 0.1));
    return { v, scarce, price: prep.visitUnplannedPrice[v]!, narrow: narrow[v]! };
  });
  rank.sort((a, b) => a.scarce - b.scarce || b.price - a.price || a.narrow - b.narrow || a.v - b.v);
  return rank.map((r) => r.v);
}

/** Inserts every loose end, in the given order, where it costs least over all shifts. */
export function constructCheapest(work: Workspace, recreate: Recreate, order: readonly number[]): void {
  for (const v of order) {
    if (work.routes.shiftOf[v] !== -1) continue;
    // A plain sweep without blinks, so that the first plan is the same whatever the search does later.
    work.blink.left = Number.MAX_SAFE_INTEGER;
    if (work.prep.shifts <= 400) placeAnywhere(work, recreate, v);
    else if (!placeBest(work, recreate, v)) placeAnywhere(work, recreate, v);
  }
  work.blink.left = work.blink.draw();
}

function placeAnywhere(work: Workspace, recreate: Recreate, v: number): void {
  const { best } = recreate;
  best.shift = -1;
  best.price = work.prep.visitUnplannedPrice[v]!;
  recreate.mark++;
  scanEverything(work, recreate, v);
  if (best.shift < 0) return;
  touch(work, best.shift);
  insertAt(work.routes, v, best.shift, best.position);
  setLoose(work, v, false);
  refresh(work, best.shift);
}
