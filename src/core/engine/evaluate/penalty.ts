import { NEVER, type Prepared } from '../prepare/prepared';
import { readyAfterBreak } from './breaks';
import { lateAt, startAt } from './starts';

/** Price of overtime and lateness of a sequence on a shift; Infinity when it cannot be done at all. */
export function penaltyOf(prep: Prepared, s: number, sequence: Int32Array, n: number): number {
  if (n === 0) return 0;
  if (prep.breakDuration[s]! < 0) return penaltyWithBreakAt(prep, s, sequence, n, -1);
  let best = Number.POSITIVE_INFINITY;
  for (let slot = 0; slot <= n && best > 0; slot++) {
    const price = penaltyWithBreakAt(prep, s, sequence, n, slot);
    if (price < best) best = price;
  }
  return best;
}

/** The same with the break on the leg to stop `slot` (n is the leg home; −1 is no break). */
function penaltyWithBreakAt(
  prep: Prepared,
  s: number,
  sequence: Int32Array,
  n: number,
  slot: number,
): number {
  const day = prep.shiftDay[s]!;
  let from = prep.shiftFrom[s]!;
  let free = prep.shiftStart[s]!;
  let price = 0;
  for (let i = 0; i < n; i++) {
    const v = sequence[i]!;
    const to = prep.visitPlace[v]!;
    const travel = prep.travelSec[from * prep.places + to]!;
    const own = i === 0 ? Math.min(travel, prep.shiftBefore[s]!) : 0;
    const ready = i === slot ? readyAfterBreak(prep, s, free, travel, own) : free + travel - own;
    const cell = v * prep.days + day;
    const start = ready >= NEVER ? NEVER : startAt(prep, cell, ready, prep.windowLatest);
    if (start === NEVER) return Number.POSITIVE_INFINITY;
    const late = lateAt(prep, cell, start);
    if (late > 0) price += late * prep.priceLate + prep.priceMissed;
    free = start + prep.visitDuration[v]!;
    from = to;
  }
  const travel = prep.travelSec[from * prep.places + prep.shiftTo[s]!]!;
  if (slot === n && free + travel > prep.breakLatest[s]!) {
    const start = Math.max(free, prep.breakEarliest[s]!);
    if (start > prep.breakLatest[s]!) return Number.POSITIVE_INFINITY;
    free = start + prep.breakDuration[s]!;
  }
  const over = free + travel - Math.min(travel, prep.shiftAfter[s]!) - prep.shiftEnd[s]!;
  if (over > prep.shiftOvertime[s]!) return Number.POSITIVE_INFINITY;
  return over > 0 ? price + over * prep.priceOvertime : price;
}
