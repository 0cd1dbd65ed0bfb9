import { placeBest, type Recreate, scanEverything } from '../recreate/greedy';
import { forgetNear } from '../recreate/near-shifts';
import { place } from '../recreate/place';
import type { Workspace } from '../state/workspace';

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
    if (work.routes.shiftOf[v] !== -1 || work.prep.leadOf[v] !== v) continue;
    // A plain sweep without blinks, so that the first plan is the same whatever the search does later.
    work.blink.left = Number.MAX_SAFE_INTEGER;
    if (work.prep.shifts <= 400) placeAnywhere(work, recreate, v);
    else if (!placeBest(work, recreate, v)) placeAnywhere(work, recreate, v);
  }
  work.blink.left = work.blink.draw();
  // Looked up while the plan was filling.
  forgetNear(recreate.near);
}

function placeAnywhere(work: Workspace, recreate: Recreate, v: number): void {
  if (work.links.linked[v] === 1) {
    placeBest(work, recreate, v);
    return;
  }
  const { best } = recreate;
  best.shift = -1;
  best.price = work.prep.visitUnplannedPrice[v]!;
  recreate.mark++;
  scanEverything(work, recreate, v);
  if (best.shift >= 0) place(work, v, best.shift, best.position);
}
