import type { Workspace } from '../state/workspace';
import type { Annealing } from './annealing';

/** A search begins as hot as two visits of the plan in hand cost, whoever is sent out, but not hotter than so many of its legs. */
const VISITS = 2;
const LEGS = 8;
const COOLING = 100;
/** A repair begins and ends so many times cooler than a search begins, so that what is good is not broken up. */
const REPAIR = { start: 5, end: 50 } as const;

/**
 * How hot a search begins and ends, micros. Both follow from the plan in hand alone, so that a problem in other units of time
 * or money is searched alike. Where most of a price is not travel, the legs limit it.
 */
export function searchHeat(work: Workspace): Annealing {
  const visits = Math.max(1, work.prep.visits);
  const own = (VISITS * (work.price - loosePrice(work) - outPrice(work))) / visits;
  const legs = (LEGS * travelPrice(work)) / visits;
  const startPrice = Math.max(1, legs > 0 ? Math.min(own, legs) : own);
  return { startPrice, endPrice: startPrice / COOLING };
}

/** How hot a repair begins and ends, micros, from the heat of a search of the same plan. */
export function repairHeat({ startPrice }: Annealing): Annealing {
  return { startPrice: startPrice / REPAIR.start, endPrice: startPrice / REPAIR.end };
}

function loosePrice({ loose, prep }: Workspace): number {
  let sum = 0;
  for (let i = 0; i < loose.count; i++) sum += prep.visitUnplannedPrice[loose.list[i]!]!;
  return sum;
}

/** What it costs that persons are sent out at all. */
function outPrice({ prep, routes }: Workspace): number {
  return prep.outPrice.reduce((sum, price, s) => (routes.count[s]! > 0 ? sum + price : sum), 0);
}

/** What the legs of the plan in hand cost in time and in metres, micros. */
export function travelPrice({ prep, routes }: Workspace): number {
  const { places, visitPlace, travelM, pricePerM } = prep;
  let sum = 0;
  for (let s = 0; s < prep.shifts; s++) {
    const n = routes.count[s]!;
    if (n === 0) continue;
    sum += routes.travelSec[s]! * prep.secPrice[s]!;
    if (pricePerM === 0) continue;
    let at = prep.shiftFrom[s]!;
    for (let p = 1; p <= n + 1; p++) {
      const to = p > n ? prep.shiftTo[s]! : visitPlace[routes.visitAt[routes.rowOf[s]! + p]!]!;
      sum += travelM[at * places + to]! * pricePerM;
      at = to;
    }
  }
  return sum;
}
