import { NEVER, type Prepared } from '../prepare/prepared';
import { readyAfterBreak } from './breaks';
import { lateAt, startAt } from './starts';

/**
 * Price of overtime and lateness of a sequence on a shift, at its best break; Infinity when it cannot
 * be done, or costs no less than `limit`. The stops before the break are walked once; a break before a
 * stop that would be finished before the break may begin is never better than one after it.
 */
export function penaltyOf(
  prep: Prepared,
  s: number,
  sequence: Int32Array,
  n: number,
  limit: number = Number.POSITIVE_INFINITY,
): number {
  if (n === 0) return 0;
  const hasBreak = prep.breakDuration[s]! >= 0;
  if (!hasBreak) return penaltyFrom(prep, s, sequence, n, 0, prep.shiftStart[s]!, false, 0, limit);
  const day = prep.shiftDay[s]!;
  const earliest = prep.breakEarliest[s]!;
  let best = limit;
  let free = prep.shiftStart[s]!;
  let price = 0;
  let from = prep.shiftFrom[s]!;
  for (let slot = 0; slot <= n; slot++) {
    if (free > prep.breakLatest[s]!) break;
    let finish = NEVER;
    let late = 0;
    if (slot < n) {
      const v = sequence[slot]!;
      const to = prep.visitPlace[v]!;
      const travel = prep.travelSec[from * prep.places + to]!;
      const own = slot === 0 ? Math.min(travel, prep.shiftBefore[s]!) : 0;
      const cell = v * prep.days + day;
      const start = startAt(prep, cell, free + travel - own, false);
      if (start !== NEVER) {
        finish = start + prep.visitDuration[v]!;
        late = lateAt(prep, cell, start);
      }
    }
    if (finish > earliest) {
      const found = penaltyFrom(prep, s, sequence, n, slot, free, true, price, best);
      if (found < best) best = found;
      if (best === 0) return 0;
    }
    if (finish === NEVER) break;
    if (late > 0) price += late * prep.priceLate + prep.priceMissed;
    if (price >= best) break;
    from = prep.visitPlace[sequence[slot]!]!;
    free = finish;
  }
  return best === limit ? Number.POSITIVE_INFINITY : best;
}

/** Walks on from stop `first`, for which one is free at `free`; with the break on the leg to it, if any. */
function penaltyFrom(
  prep: Prepared,
  s: number,
  sequence: Int32Array,
  n: number,
  first: number,
  free: number,
  breakFirst: boolean,
  price: number,
  limit: number,
): number {
  const day = prep.shiftDay[s]!;
  let from = first === 0 ? prep.shiftFrom[s]! : prep.visitPlace[sequence[first - 1]!]!;
  for (let i = first; i < n; i++) {
    const v = sequence[i]!;
    const to = prep.visitPlace[v]!;
    const travel = prep.travelSec[from * prep.places + to]!;
    const own = i === 0 ? Math.min(travel, prep.shiftBefore[s]!) : 0;
    const ready =
      i === first && breakFirst ? readyAfterBreak(prep, s, free, travel, own) : free + travel - own;
    const cell = v * prep.days + day;
    const start = ready >= NEVER ? NEVER : startAt(prep, cell, ready, false);
    if (start === NEVER) return Number.POSITIVE_INFINITY;
    const late = lateAt(prep, cell, start);
    if (late > 0) price += late * prep.priceLate + prep.priceMissed;
    if (price >= limit) return Number.POSITIVE_INFINITY;
    free = start + prep.visitDuration[v]!;
    from = to;
  }
  const travel = prep.travelSec[from * prep.places + prep.shiftTo[s]!]!;
  if (first === n && breakFirst && free + travel > prep.breakLatest[s]!) {
    const start = Math.max(free, prep.breakEarliest[s]!);
    if (start > prep.breakLatest[s]!) return Number.POSITIVE_INFINITY;
    free = start + prep.breakDuration[s]!;
  }
  const over = free + travel - Math.min(travel, prep.shiftAfter[s]!) - prep.shiftEnd[s]!;
  if (over > prep.shiftOvertime[s]!) return Number.POSITIVE_INFINITY;
  return over > 0 ? price + over * prep.priceOvertime : price;
}
