import { NEVER, type Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';

/** Earliest beginning in a window cell for somebody ready at `ready`; NEVER when too late. */
export function startAt(routes: Routes, cell: number, ready: number): number {
  const first = routes.windowFirst[cell]!;
  const count = routes.windowCount[cell]!;
  if (count === 1) {
    if (ready > routes.windowLatest[first]!) return NEVER;
    const open = routes.windowOpen[first]!;
    return ready > open ? ready : open;
  }
  let best = NEVER;
  for (let w = first; w < first + count; w++) {
    if (ready > routes.windowLatest[w]!) continue;
    const open = routes.windowOpen[w]!;
    const start = ready > open ? ready : open;
    if (start < best) best = start;
  }
  return best;
}

/** Price of beginning at a moment: lateness, a missed window, too little margin, another time than published. */
export function startPrice(prep: Prepared, v: number, cell: number, start: number): number {
  const hasMoved = prep.baseAt[v]! < NEVER && Math.abs(start - prep.baseAt[v]!) > prep.movedSec;
  return windowPrice(prep, v, cell, start) + (hasMoved ? prep.movedPrice[v]! : 0);
}

function windowPrice(prep: Prepared, v: number, cell: number, start: number): number {
  const first = prep.promiseFirst[cell]!;
  const end = first + prep.promiseCount[cell]!;
  const marginPrice = prep.marginPrice[v]!;
  let closed = -NEVER;
  let short = NEVER;
  for (let w = first; w < end; w++) {
    const open = prep.promiseOpen[w]!;
    const close = prep.promiseClose[w]!;
    if (start >= open && start <= close) {
      if (marginPrice === 0) return 0;
      const wanted = Math.min(prep.marginSec, close - open);
      short = Math.min(short, Math.max(0, wanted - (close - start)));
    } else if (close < start && close > closed) closed = close;
  }
  if (short < NEVER) return short * marginPrice;
  const late = closed === -NEVER ? 0 : start - closed;
  const price = late > 0 ? late * prep.latePrice[v]! + prep.missedPrice[v]! : 0;
  return price + marginPrice * prep.marginSec;
}
