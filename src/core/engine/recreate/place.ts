import { insertAt, removeAt } from '../state/edit';
import { refresh, refreshInserted, setLoose, touch, type Workspace } from '../state/workspace';

/** Puts v after position p of shift s; takes it out again and returns false if the day cannot be done after all. */
export function place(work: Workspace, v: number, s: number, p: number): boolean {
  const fromRow = work.routes.rowOf[s]!;
  touch(work, s);
  insertAt(work.routes, v, s, p);
  setLoose(work, v, false);
  if (refreshInserted(work, v, s, p, fromRow)) return true;
  removeAt(work.routes, s, p + 1);
  setLoose(work, v, true);
  refresh(work, s);
  return false;
}
