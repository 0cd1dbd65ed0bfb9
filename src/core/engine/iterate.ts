import { limitFor } from './accept/annealing';
import { type Recreate, recreateGreedy } from './recreate/greedy';
import { ruinStrings } from './ruin/strings';
import { rollBack, settle, type Workspace } from './state/workspace';

/** One ruin and recreate. Returns whether the plan in hand is another now; otherwise it is as before. */
export function iterate(work: Workspace, recreate: Recreate, temperature: number): boolean {
  settle(work);
  const current = work.price;
  const limit = limitFor(current, temperature, work.random);
  const seed = ruinStrings(work);
  if (!work.isStuck && recreateGreedy(work, recreate, seed, limit)) return true;
  work.isStuck = false;
  rollBack(work, current);
  return false;
}

/** Counts the routes with stops, on which the length of the strings taken out hangs. */
export function countUsed(work: Workspace): void {
  let used = 0;
  for (let s = 0; s < work.prep.shifts; s++) if (work.routes.count[s]! > 0) used++;
  work.usedRoutes = used;
}
