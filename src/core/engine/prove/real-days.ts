import { createRandom } from '../../base/random';
import type { PricedDay } from '../days/master';
import { isSeparable } from '../days/separable';
import type { prepare } from '../prepare/prepare';
import { hasRoom } from '../state/load';
import { createWorkspace } from '../state/workspace';

/** The cheapest order of a day's visits on a shift at its real price; null when there is none, or too many orders. */
export type RealDay = (shift: number, visits: readonly number[]) => PricedDay | null;

/** Up to so many visits every order is tried. */
const MOST_ORDERED = 7;

/**
 * Real prices of single days: bounds leave out what makes a day only dearer, such as beginning as early as one
 * can. Null where days hang together.
 */
export function createRealDay(prep: ReturnType<typeof prepare>): RealDay | null {
  if (!isSeparable(prep)) return null;
  const { routes } = createWorkspace(prep, createRandom(1));
  const priceOf = (shift: number, visits: readonly number[]): number => {
    routes.visitAt.set(visits, routes.rowOf[shift]! + 1);
    routes.count[shift] = visits.length;
    const isPossible = routes.hot.refresh(shift) === 1 && hasRoom(prep, routes, shift);
    routes.count[shift] = 0;
    return isPossible ? routes.price[shift]! : Number.POSITIVE_INFINITY;
  };
  return (shift, visits) => {
    if (visits.length > MOST_ORDERED || visits.length + 2 > routes.room) return null;
    let best: PricedDay = { visits, price: priceOf(shift, visits) };
    const order = [...visits];
    const permute = (from: number): void => {
      if (from === order.length) {
        const price = priceOf(shift, order);
        if (price < best.price) best = { visits: [...order], price };
        return;
      }
      for (let i = from; i < order.length; i++) {
        [order[from], order[i]] = [order[i]!, order[from]!];
        permute(from + 1);
        [order[from], order[i]] = [order[i]!, order[from]!];
      }
    };
    permute(0);
    return best;
  };
}
