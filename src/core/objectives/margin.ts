import { marginShortSec } from '../timing/windows';
import type { Measure } from './measure';

const unitPrice: Measure['unitPrice'] = ({ index, visit }) =>
  visit?.prices?.marginPerSec ?? index.problem.prices.marginPerSec ?? 0;

/** Seconds by which starts are nearer to the close of their window than wanted. */
export const margin: Measure = {
  unitPrice,
  oncePerVisit: true,
  ofStop: ({ visit, startSec, finishSec }, _route, index) => {
    if (unitPrice({ index, visit }) === 0) return 0;
    return marginShortSec(visit, finishSec - startSec, startSec, index.problem.prices.marginSec ?? 0);
  },
};
