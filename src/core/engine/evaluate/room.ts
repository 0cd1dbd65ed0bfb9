import type { Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';

/** Whether the limits on work that a shift counts for leave room for a visit; the exact sum is checked once it is placed. */
export function hasRoom(prep: Prepared, routes: Routes, v: number, s: number): boolean {
  const limits = prep.limitsOf[s]!;
  if (limits.length === 0) return true;
  const sec = prep.duration[v * prep.classes + prep.shiftClass[s]!]!;
  return limits.every((limit) => routes.limitUsed[limit]! + sec <= prep.limitSec[limit]!);
}
