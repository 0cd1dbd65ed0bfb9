import { NEVER } from '../prepare/prepared';
import { positionOf, removeAt } from '../state/edit';
import { pin } from '../state/pins';
import { refresh, setLoose, touch, type Workspace } from '../state/workspace';

/** Makes loose ends of the visits at positions first..last of a touched shift, but for those kept and held. */
export function takeOutBetween(
  work: Workspace,
  s: number,
  first: number,
  last: number,
  isKept: (p: number) => boolean,
): void {
  const { routes } = work;
  if (!work.links.hasLinks) {
    for (let p = last; p >= first; p--) {
      const v = routes.visitAt[routes.rowOf[s]! + p]!;
      if (!isKept(p) && !work.prep.visitHeld[v]) remove(work, s, p, v);
    }
  } else {
    const chosen: number[] = [];
    for (let p = first; p <= last; p++) if (!isKept(p)) chosen.push(routes.visitAt[routes.rowOf[s]! + p]!);
    for (const v of chosen) if (routes.shiftOf[v] === s) takeOutLinked(work, v, s);
  }
  if (!refresh(work, s)) emptyOut(work, s);
}

function remove(work: Workspace, s: number, p: number, v: number): void {
  removeAt(work.routes, s, p);
  setLoose(work, v, true);
  work.moved[work.movedCount++] = v;
}

/** Takes a visit out with everything that goes in and out with it; `open` is refreshed by the caller. */
function takeOutLinked(work: Workspace, v: number, open: number): void {
  const group = work.links.groupOf[v]!;
  if (group >= 0) takeOutGroup(work, group, open);
  else if (!work.prep.visitHeld[v]) remove(work, open, positionOf(work.routes, v), v);
}

/** Takes out a whole group, unless one of it is held or somebody else's. `open` is a shift that the caller refreshes, −1 for none. */
export function takeOutGroup(work: Workspace, group: number, open: number): void {
  const { routes, prep, links } = work;
  const visits = links.groups[group]!;
  if (visits.some((v) => prep.visitHeld[v] === 1 || work.isOwn[v] === 0)) return;
  for (const v of visits) {
    const s = routes.shiftOf[v]!;
    if (s < 0) continue;
    touch(work, s);
    remove(work, s, positionOf(routes, v), v);
    pin(work, v, -1, NEVER, []);
    if (s !== open && !refresh(work, s)) emptyOut(work, s);
  }
}

/**
 * The last resort where the visits that stay cannot be driven without those taken out: all go, also from days next to
 * it that the rest between them ties to it. Where even that does not help, the iteration is to be given up.
 */
export function emptyOut(work: Workspace, s: number): void {
  const { routes, prep } = work;
  if (takeAllOut(work, s)) return;
  for (const t of [...prep.restBefore[s]!, ...prep.restAfter[s]!]) {
    if (routes.count[t] === 0) continue;
    touch(work, t);
    takeAllOut(work, t);
  }
  if (!refresh(work, s)) work.isStuck = true;
}

/** Takes out everything of a shift that may go; returns whether the rest can be driven. */
function takeAllOut(work: Workspace, s: number): boolean {
  const { routes, prep } = work;
  for (let p = routes.count[s]!; p >= 1; p--) {
    const v = routes.visitAt[routes.rowOf[s]! + p];
    if (v === undefined || p > routes.count[s]! || prep.visitHeld[v]) continue;
    const group = work.links.groupOf[v]!;
    if (group >= 0) takeOutGroup(work, group, s);
    else remove(work, s, p, v);
  }
  return refresh(work, s);
}
