import { hasMoved } from '../timing/windows';
import type { Measure } from './measure';

/** Visits that start earlier or later than published by more than is of no matter. */
export const moved: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.moved ?? index.problem.prices.moved ?? 0,
  oncePerVisit: true,
  ofStop: ({ visit, startSec }, _route, { problem }) =>
    hasMoved(visit, startSec, problem.prices.movedSec ?? 0) ? 1 : 0,
};
