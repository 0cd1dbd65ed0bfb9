import { NEVER } from '../prepare/prepared';
import type { Routes } from '../state/routes';

/** Latest beginning that any window of a cell allows. */
export function lateBeginning(routes: Routes, cell: number): number {
  const first = routes.windowFirst[cell]!;
  let last = -NEVER;
  for (let w = first; w < first + routes.windowCount[cell]!; w++) {
    if (routes.windowLatest[w]! > last) last = routes.windowLatest[w]!;
  }
  return last;
}
