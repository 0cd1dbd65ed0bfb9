import type { Random } from '../../base/random';
import { hasRoom } from '../evaluate/room';
import { type Seat, startLoops } from '../hot/machine';
import { BLINK_LEFT } from '../hot/table';
import type { Links } from '../prepare/links';
import { NEVER, type Prepared } from '../prepare/prepared';
import { addLoose, createLooseEnds, dropLoose, type LooseEnds } from './loose-ends';
import { createNear, type Near } from './near-shifts';
import { createPins, forgetPinChanges, isPinnedAsBefore, type Pins, takePinsBack } from './pins';
import { createRoutes, type Routes } from './routes';

/** What a route was before its first change in an iteration; its sequence is still in the old row. */
interface Before {
  readonly row: Int32Array;
  readonly count: Int32Array;
  readonly startSec: Int32Array;
  readonly endLimit: Int32Array;
  readonly version: Int32Array;
  readonly ints: readonly { readonly now: Int32Array; readonly was: Int32Array }[];
  readonly price: Float64Array;
  readonly penalty: Float64Array;
}

/** Everything one search holds in its hands. */
export interface Workspace {
  readonly prep: Prepared;
  readonly links: Links;
  readonly routes: Routes;
  readonly random: Random;
  /** How many routes to look at before one is passed over ("blink"), drawn from a geometric distribution. */
  readonly drawBlink: () => number;
  readonly near: Near;
  readonly loose: LooseEnds;
  readonly pins: Pins;
  /** Price of the plan in hand, micros, loose ends included. */
  price: number;
  /** Routes changed since the last accepted plan. */
  readonly touched: Int32Array;
  touchedCount: number;
  readonly touchedAt: Int32Array;
  readonly before: Before;
  /** Rows that hold nothing. */
  readonly spare: Int32Array;
  spareCount: number;
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
  /** Of those, the ones that an iteration begins at. */
  seeds: Int32Array;
  /** 0 for visits that somebody else moves at present. */
  readonly isOwn: Uint8Array;
  /** Set when a shift cannot be driven without visits that were taken out: the iteration is to be given up. */
  isStuck: boolean;
  /** Kind of equipment whose holders were taken out, −1 for none: then loose ends that need it are tried, not those nearby. */
  sharedKind: number;
  /** Near which visit iterations begin, and for how many more. */
  readonly focus: { at: number; left: number };
}

const BLINK_RATE = 0.01;

/** Routes without stops in a memory of their own, or where `seat` says. */
export function createWorkspace(
  prep: Prepared & { readonly links: Links },
  random: Random,
  seat: Seat = 'alone',
): Workspace {
  const routes = createRoutes(prep) as Routes;
  const near = createNear(prep);
  const drawBlink = (): number => 1 + Math.floor(Math.log(1 - random.next()) / Math.log(1 - BLINK_RATE));
  let untilSkip = drawBlink();
  // Nothing is passed over while routes are not either: the first plan is the same whatever the search does later.
  const skips = (): number => {
    if (routes.hot.ints[BLINK_LEFT / 4]! > NEVER / 2 || --untilSkip > 0) return 0;
    untilSkip = drawBlink();
    return 1;
  };
  const hot = startLoops(
    prep,
    routes,
    near,
    {
      skips,
      hasRoom: (v, s) => (hasRoom(prep, routes, v, s) ? 1 : 0),
      drawBlink,
    },
    seat,
  );
  Object.assign(routes, { hot });
  hot.ints[BLINK_LEFT / 4] = drawBlink();
  const { shifts } = prep;
  const saved = (now: Int32Array) => ({ now, was: new Int32Array(shifts) });
  const count = saved(routes.count);
  const startSec = saved(routes.startSec);
  const endLimit = saved(routes.endLimit);
  const version = saved(routes.version);
  const movable = Int32Array.from([...prep.visitHeld.keys()].filter((v) => !prep.visitHeld[v]));
  const work: Workspace = {
    prep,
    links: prep.links,
    routes,
    random,
    drawBlink,
    near,
    loose: createLooseEnds(prep.visits),
    pins: createPins(prep),
    price: 0,
    touched: near.touched,
    touchedCount: 0,
    touchedAt: new Int32Array(shifts).fill(-1),
    before: {
      row: new Int32Array(shifts),
      count: count.was,
      startSec: startSec.was,
      endLimit: endLimit.was,
      version: version.was,
      ints: [
        count,
        startSec,
        endLimit,
        version,
        ...[
          routes.load,
          routes.fetches,
          routes.travelSec,
          routes.visitSec,
          routes.workSec,
          routes.workStart,
          routes.workEnd,
          routes.beforeSec,
          routes.isSplit,
        ].map(saved),
      ],
      price: new Float64Array(shifts),
      penalty: new Float64Array(shifts),
    },
    spare: Int32Array.from({ length: shifts }, (_, i) => (shifts + i) * routes.room),
    spareCount: shifts,
    lastVersion: 0,
    moved: new Int32Array(prep.visits),
    movedCount: 0,
    iteration: 0,
    usedRoutes: 0,
    movable,
    seeds: movable,
    isOwn: new Uint8Array(prep.visits).fill(1),
    isStuck: false,
    sharedKind: -1,
    focus: { at: 0, left: 0 },
  };
  for (let s = 0; s < shifts; s++) routes.hot.refresh(s);
  for (let v = 0; v < prep.visits; v++) {
    addLoose(work.loose, v);
    work.price += prep.visitUnplannedPrice[v]!;
  }
  return work;
}

/** Gives a route a fresh row before its first change in this iteration, and keeps the old one. */
export function touch(work: Workspace, s: number): void {
  if (work.touchedAt[s] === work.iteration) return;
  const { routes, before } = work;
  work.touchedAt[s] = work.iteration;
  work.touched[work.touchedCount++] = s;
  const from = routes.rowOf[s]!;
  const to = work.spare[--work.spareCount]!;
  const n = routes.count[s]!;
  for (let p = 0; p <= n + 1; p++) routes.visitAt[to + p] = routes.visitAt[from + p]!;
  before.row[s] = from;
  routes.rowOf[s] = to;
  for (let i = 0; i < before.ints.length; i++) {
    const saved = before.ints[i]!;
    saved.was[s] = saved.now[s]!;
  }
  before.price[s] = routes.price[s]!;
  before.penalty[s] = routes.penalty[s]!;
}

export function isTouched(work: Workspace, s: number): boolean {
  return work.touchedAt[s] === work.iteration;
}

/** Begins an iteration: what was done before it is settled. */
export function settle(work: Workspace): void {
  for (let i = 0; i < work.touchedCount; i++) {
    const s = work.touched[i]!;
    const row = work.before.row[s]!;
    // What was taken out and went back where it was: what is remembered of the route still holds.
    if (isAsBefore(work, s)) work.routes.version[s] = work.before.version[s]!;
    work.spare[work.spareCount++] = row;
  }
  forgetPinChanges(work);
  work.iteration++;
  work.touchedCount = 0;
  work.movedCount = 0;
}

function isAsBefore(work: Workspace, s: number): boolean {
  const { routes, before } = work;
  const n = routes.count[s]!;
  if (before.count[s] !== n) return false;
  if (before.startSec[s] !== routes.startSec[s] || before.endLimit[s] !== routes.endLimit[s]) return false;
  const now = routes.rowOf[s]!;
  const was = before.row[s]!;
  for (let p = 1; p <= n; p++) if (routes.visitAt[now + p] !== routes.visitAt[was + p]) return false;
  return isPinnedAsBefore(work.pins, (v) => routes.shiftOf[v] === s);
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

/**
 * Recomputes a route and carries the change of its price into the plan's. Returns false when the route,
 * or one that hangs on it by the rest between days, cannot be done, or a limit on work is exceeded.
 */
export function refresh(work: Workspace, s: number): boolean {
  const { routes } = work;
  const price = routes.price[s]!;
  const visitSec = routes.visitSec[s]!;
  const workSec = routes.workSec[s]!;
  const isPossible = routes.hot.refresh(s) === 1;
  return carryOn(work, s, { price, visitSec, workSec, isPossible });
}

/** The same after visit v went in behind position p of a route that lay at `fromRow` and was right. */
export function refreshInserted(work: Workspace, v: number, s: number, p: number, fromRow: number): boolean {
  const { routes } = work;
  const price = routes.price[s]!;
  const visitSec = routes.visitSec[s]!;
  const workSec = routes.workSec[s]!;
  const isPossible = routes.hot.insertVisit(v, s, p, fromRow) === 1;
  return carryOn(work, s, { price, visitSec, workSec, isPossible });
}

interface Was {
  readonly price: number;
  readonly visitSec: number;
  readonly workSec: number;
  readonly isPossible: boolean;
}

/** Carries what a recomputed route costs and works into what hangs on it. */
function carryOn(work: Workspace, s: number, was: Was): boolean {
  const { prep, routes } = work;
  const { price, visitSec, workSec } = was;
  let { isPossible } = was;
  work.lastVersion = (work.lastVersion + 1) & 0x7fffffff;
  routes.version[s] = work.lastVersion;
  work.price += routes.price[s]! - price;
  if (prep.unfairPrice > 0) shareOut(work, prep.shiftPerson[s]!, routes.visitSec[s]! - visitSec);
  const limits = prep.limitsOf[s]!;
  for (let i = 0; i < limits.length; i++) {
    const limit = limits[i]!;
    const used = routes.limitUsed[limit]!;
    routes.limitUsed[limit] = used + routes.workSec[s]! - workSec;
    if (prep.sharedOvertimePrice > 0) {
      const over = (sec: number): number => Math.max(0, sec - prep.normalSec[limit]!);
      work.price += (over(routes.limitUsed[limit]!) - over(used)) * prep.sharedOvertimePrice;
    }
    if (routes.limitUsed[limit]! > prep.limitSec[limit]!) isPossible = false;
  }
  if (prep.restAfter[s]!.length + prep.restBefore[s]!.length > 0 && !spreadRest(work, s)) return false;
  return isPossible;
}

function shareOut(work: Workspace, q: number, addedSec: number): void {
  const { prep, routes } = work;
  const before = Math.max(0, routes.personSec[q]! - prep.fairSec[q]!);
  routes.personSec[q]! += addedSec;
  const after = Math.max(0, routes.personSec[q]! - prep.fairSec[q]!);
  work.price += (after - before) * prep.unfairPrice;
}

/** Tells the days before and after how much of their hours the rest leaves. */
function spreadRest(work: Workspace, s: number): boolean {
  const { prep, routes } = work;
  let isPossible = true;
  for (const t of prep.restAfter[s]!) {
    let bound = prep.shiftStart[t]!;
    for (const b of prep.restBefore[t]!) {
      if (routes.count[b]! > 0) bound = Math.max(bound, routes.workEnd[b]! + prep.restSec);
    }
    if (bound === routes.startSec[t]) continue;
    touch(work, t);
    routes.startSec[t] = bound;
    routes.beforeSec[t] = bound > prep.shiftStart[t]! ? 0 : prep.shiftBefore[t]!;
    if (!refresh(work, t)) isPossible = false;
  }
  for (const t of prep.restBefore[s]!) {
    let bound = prep.shiftEnd[t]! + prep.shiftOvertime[t]!;
    for (const a of prep.restAfter[t]!) {
      if (routes.count[a]! > 0) bound = Math.min(bound, routes.workStart[a]! - prep.restSec);
    }
    if (bound === routes.endLimit[t]) continue;
    touch(work, t);
    routes.endLimit[t] = bound;
    if (!refresh(work, t)) isPossible = false;
  }
  return isPossible;
}

/** Puts every touched route back as it was when the iteration began. */
export function rollBack(work: Workspace, price: number): void {
  const { routes, before, prep } = work;
  for (let i = 0; i < work.touchedCount; i++) {
    const s = work.touched[i]!;
    const row = routes.rowOf[s]!;
    for (let p = 1; p <= routes.count[s]!; p++) {
      const v = routes.visitAt[row + p]!;
      routes.shiftOf[v] = -1;
      addLoose(work.loose, v);
    }
  }
  for (let i = 0; i < work.touchedCount; i++) {
    const s = work.touched[i]!;
    work.spare[work.spareCount++] = routes.rowOf[s]!;
    const { visitSec, workSec } = { visitSec: routes.visitSec[s]!, workSec: routes.workSec[s]! };
    const row = before.row[s]!;
    routes.rowOf[s] = row;
    for (let k = 0; k < before.ints.length; k++) {
      const saved = before.ints[k]!;
      saved.now[s] = saved.was[s]!;
    }
    routes.price[s] = before.price[s]!;
    routes.penalty[s] = before.penalty[s]!;
    routes.personSec[prep.shiftPerson[s]!]! += routes.visitSec[s]! - visitSec;
    const limits = prep.limitsOf[s]!;
    for (let k = 0; k < limits.length; k++) routes.limitUsed[limits[k]!]! += routes.workSec[s]! - workSec;
    for (let p = 1; p <= routes.count[s]!; p++) {
      const v = routes.visitAt[row + p]!;
      routes.shiftOf[v] = s;
      dropLoose(work.loose, v);
    }
  }
  work.touchedCount = 0;
  takePinsBack(work);
  work.price = price;
}
