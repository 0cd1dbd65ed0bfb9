import type { Random } from '../../base/random';
import type { Blink } from '../evaluate/insertion';
import { refreshRoute } from '../evaluate/refresh';
import type { Prepared } from '../prepare/prepared';
import { copyRoute, createSnapshot, type Snapshot } from './edit';
import { addLoose, createLooseEnds, dropLoose, type LooseEnds } from './loose-ends';
import { createRoutes, type Routes } from './routes';

/** Everything one search holds in its hands. */
export interface Workspace {
  readonly prep: Prepared;
  readonly routes: Routes;
  readonly random: Random;
  readonly blink: Blink;
  readonly loose: LooseEnds;
  /** Price of the plan in hand, micros, loose ends included. */
  price: number;
  /** Routes changed since the last accepted plan, with how they were. */
  readonly touched: Int32Array;
  touchedCount: number;
  readonly touchedAt: Int32Array;
  readonly before: Snapshot;
  readonly versionBefore: Int32Array;
  /** Last version given to any route. */
  lastVersion: number;
  /** Visits that were moved in this iteration. */
  readonly moved: Int32Array;
  movedCount: number;
  iteration: number;
  /** Routes with stops, counted now and then: only the ruin's string length hangs on it. */
  usedRoutes: number;
  /** Visits that may be taken out and put elsewhere. */
  readonly movable: Int32Array;
}

const BLINK_RATE = 0.01;

export function createWorkspace(prep: Prepared, random: Random): Workspace {
  const routes = createRoutes(prep);
  const draw = (): number => 1 + Math.floor(Math.log(1 - random.next()) / Math.log(1 - BLINK_RATE));
  const work: Workspace = {
    prep,
    routes,
    random,
    blink: { left: draw(), draw },
    loose: createLooseEnds(prep.visits),
    price: 0,
    touched: new Int32Array(prep.shifts),
    touchedCount: 0,
    touchedAt: new Int32Array(prep.shifts).fill(-1),
    before: createSnapshot(prep, routes),
    versionBefore: new Int32Array(prep.shifts),
    lastVersion: 0,
    moved: new Int32Array(prep.visits),
    movedCount: 0,
    iteration: 0,
    usedRoutes: 0,
    movable: Int32Array.from([...prep.visitHeld.keys()].filter((v) => !prep.visitHeld[v])),
  };
  for (let s = 0; s < prep.shifts; s++) refreshRoute(prep, routes, s);
  for (let v = 0; v < prep.visits; v++) {
    addLoose(work.loose, v);
    work.price += prep.visitUnplannedPrice[v]!;
  }
  return work;
}

/** Remembers how a route was before its first change in this iteration. */
export function touch(work: Workspace, s: number): void {
  if (work.touchedAt[s] === work.iteration) return;
  work.touchedAt[s] = work.iteration;
  work.touched[work.touchedCount++] = s;
  copyRoute(work.routes, s, work.before);
  work.versionBefore[s] = work.routes.version[s]!;
}

export function isTouched(work: Workspace, s: number): boolean {
  return work.touchedAt[s] === work.iteration;
}

/** Notes that v changed between planned and loose, price and set kept in step. */
export function setLoose(work: Workspace, v: number, loose: boolean): void {
  const price = work.prep.visitUnplannedPrice[v]!;
  if (loose) {
    addLoose(work.loose, v);
    work.price += price;
  } else {
    dropLoose(work.loose, v);
    work.price -= price;
  }
}

/** Recomputes a route and carries the change of its price into the plan's. */
export function refresh(work: Workspace, s: number): void {
  const before = work.routes.price[s]!;
  refreshRoute(work.prep, work.routes, s);
  work.lastVersion = (work.lastVersion + 1) & 0x7fffffff;
  work.routes.version[s] = work.lastVersion;
  work.price += work.routes.price[s]! - before;
}

/** Puts every touched route back as it was when the iteration began. */
export function rollBack(work: Workspace, price: number): void {
  const { routes, before } = work;
  for (let i = 0; i < work.touchedCount; i++) {
    const s = work.touched[i]!;
    const row = s * routes.room;
    for (let p = 1; p <= routes.count[s]!; p++) {
      const v = routes.visitAt[row + p]!;
      routes.shiftOf[v] = -1;
      addLoose(work.loose, v);
    }
  }
  for (let i = 0; i < work.touchedCount; i++) {
    const s = work.touched[i]!;
    const row = s * routes.room;
    const n = before.count[s]!;
    routes.count[s] = n;
    for (let p = 1; p <= n; p++) {
      const v = before.visitAt[row + p]!;
      routes.visitAt[row + p] = v;
      routes.shiftOf[v] = s;
      dropLoose(work.loose, v);
    }
    refreshRoute(work.prep, routes, s);
    routes.version[s] = work.versionBefore[s]!;
  }
  work.price = price;
}
