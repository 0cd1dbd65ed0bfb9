import { BLINK_LEFT } from '../hot/table';
import { NEVER } from '../prepare/prepared';
import { placeAnywhere, placeBest, type Recreate } from '../recreate/greedy';
import { forgetNear } from '../state/near-shifts';
import { rollBack, settle, type Workspace } from '../state/workspace';

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
  const { ints } = work.routes.hot;
  for (const v of order) {
    if (work.routes.shiftOf[v] !== -1 || work.prep.leadOf[v] !== v) continue;
    // A plain sweep without blinks, so that the first plan is the same whatever the search does later.
    ints[BLINK_LEFT / 4] = NEVER;
    settle(work);
    const before = work.price;
    const isPlaced = (work.links.linked[v] === 1 || work.prep.shifts > 400) && placeBest(work, recreate, v);
    if (!isPlaced && work.links.linked[v] === 0) placeAnywhere(work, v);
    // Where moments are paid for, a place can turn out dearer than it looked.
    if (work.price > before) rollBack(work, before);
  }
  ints[BLINK_LEFT / 4] = work.drawBlink();
  // Looked up while the plan was filling.
  forgetNear(work.near);
}
