import { isLegWithinReach } from '../evaluate/around';
import { NEVER, type Prepared } from '../prepare/prepared';

/**
 * What one kind of shift may do, stripped to what a bound needs: everything that could make a day
 * dearer or shorter and is not followed here is left out, so that no real day costs less.
 * Nodes are local: 0..m−1 the visits, m the start, m+1 the end.
 */
export interface Kind {
  readonly shift: number;
  readonly count: number;
  readonly visits: Int32Array;
  /** Cells [v × classes + c] of the visits. */
  readonly cells: Int32Array;
  /** Legs [from × (m + 2) + to] as cells of the travel matrix, −1 where closed, and what they cost with the visit they lead to. */
  readonly leg: Int32Array;
  readonly legSec: Int32Array;
  readonly legPrice: Float64Array;
  /** Visits that can follow a node at all, soonest open first: after[afterFrom[node] .. afterFrom[node + 1]). */
  readonly after: Int32Array;
  readonly afterFrom: Int32Array;
  /** Earliest moment at which anybody can be free at a visit; least time from there to being free at the next. */
  readonly soonest: Int32Array;
  readonly shortest: number;
  /** By visit: on site, the window where there is one only (else open is −1), and the promise that lateness counts from. */
  readonly duration: Int32Array;
  readonly open: Int32Array;
  readonly latest: Int32Array;
  readonly promise: Int32Array;
  readonly lanes: number;
  readonly capacity: number;
}

/** A copy of the problem in which travel never takes longer than at its quickest hour. */
export function atQuickest(prep: Prepared): Prepared {
  const { slices, sliceCount, places } = prep;
  const travelSec = Int32Array.from(prep.travelSec);
  // Ways by way of a place, which come last, are not written down by the hour.
  const known = places - prep.viaFrom.length;
  for (let a = 0; a < known; a++) {
    for (let cell = a * places; cell < a * places + known; cell++) {
      let least: number = NEVER;
      for (let i = 0; i < sliceCount; i++) least = Math.min(least, slices[cell * sliceCount + i]!);
      travelSec[cell] = least;
    }
  }
  return { ...prep, changesByHour: false, travelSec };
}

/** Groups the shifts that are alike, each with its visits and legs. */
export function kindsOf(prep: Prepared): Kind[] {
  const shiftsOf = new Map<number, number[]>();
  for (let s = 0; s < prep.shifts; s++) {
    const twin = prep.shiftTwin[s]!;
    shiftsOf.set(twin, [...(shiftsOf.get(twin) ?? []), s]);
  }
  return [...shiftsOf.values()].map((shifts) => kindOf(prep, shifts[0]!, shifts.length));
}

function kindOf(prep: Prepared, s: number, count: number): Kind {
  const all = Array.from({ length: prep.visits }, (_, v) => v);
  const visits = Int32Array.from(all.filter((v) => prep.eligible[v * prep.shifts + s] === 1));
  const m = visits.length;
  const n = m + 2;
  const leg = new Int32Array(n * n).fill(-1);
  const legPrice = new Float64Array(n * n);
  for (let a = 0; a <= m; a++) {
    for (let b = 0; b < n; b++) {
      if (b === m || a === b || (a === m && b === m + 1)) continue;
      const cell = legCell(prep, s, visits, a, b);
      if (cell < 0) continue;
      leg[a * n + b] = cell;
      legPrice[a * n + b] = priceOf(prep, s, visits, a, b, cell);
    }
  }
  const cells = visits.map((v) => v * prep.classes + prep.shiftClass[s]!);
  const first = (cell: number): number => prep.windowFirst[cell]!;
  const isSingle = (cell: number): boolean => prep.windowCount[cell] === 1;
  const kind = {
    shift: s,
    count,
    visits,
    cells,
    leg,
    legSec: leg.map((cell) => (cell < 0 ? NEVER : prep.travelSec[cell]!)),
    legPrice,
    duration: cells.map((cell) => prep.duration[cell]!),
    open: cells.map((cell) => (isSingle(cell) ? prep.windowOpen[first(cell)]! : -1)),
    latest: cells.map((cell) => lateBeginning(prep, cell)),
    promise: cells.map((cell) =>
      prep.promiseCount[cell] === 1 ? prep.promiseClose[prep.promiseFirst[cell]!]! : NEVER,
    ),
    lanes: prep.breakCount[s]! + 1,
    capacity: prep.shiftCapacity[s]!,
  };
  const withAfter = { ...kind, ...followers(prep, kind) };
  return { ...withAfter, shortest: shortestStep(withAfter) };
}

/** Which visits can come after which: the leg is open, and somebody who is there as soon as can be could still be in time. */
function followers(prep: Prepared, kind: Omit<Kind, 'after' | 'afterFrom' | 'soonest' | 'shortest'>) {
  const m = kind.visits.length;
  const after: number[] = [];
  const afterFrom = new Int32Array(m + 2);
  const soonest = soonestFree(prep, kind);
  for (let a = 0; a <= m; a++) {
    afterFrom[a] = after.length;
    for (let w = 0; w < m; w++) {
      const at = a * (m + 2) + w;
      if (kind.leg[at]! < 0 || soonest[a]! >= NEVER) continue;
      if (soonest[a]! + kind.legSec[at]! <= kind.latest[w]!) after.push(w);
    }
  }
  afterFrom[m + 1] = after.length;
  return { after: Int32Array.from(after), afterFrom, soonest };
}

/**
 * Earliest moment at which anybody can be free at each visit, by whatever way: straight on may be out of
 * reach or longer than round by others (Dijkstra, "A note on two problems in connexion with graphs",
 * Numerische Mathematik 1, 1959). The start comes last.
 */
function soonestFree(prep: Prepared, kind: Pick<Kind, 'shift' | 'visits' | 'cells' | 'legSec' | 'duration'>) {
  const m = kind.visits.length;
  const begin = prep.shiftStart[kind.shift]!;
  const soonest = new Int32Array(m + 1).fill(NEVER);
  soonest[m] = begin - prep.shiftBefore[kind.shift]!;
  const isDone = new Uint8Array(m + 1);
  for (let a = m; a >= 0; a = nextOf(soonest, isDone)) {
    isDone[a] = 1;
    for (let w = 0; w < m; w++) {
      const sec = kind.legSec[a * (m + 2) + w]!;
      if (isDone[w] === 1 || sec >= NEVER) continue;
      const start = beginAt(prep, kind.cells[w]!, Math.max(begin, soonest[a]! + sec));
      if (start < NEVER) soonest[w] = Math.min(soonest[w]!, start + kind.duration[w]!);
    }
  }
  return soonest;
}

/** The one that is free first of those not done; −1 when nobody can get to any. */
function nextOf(soonest: Int32Array, isDone: Uint8Array): number {
  let next = -1;
  for (let a = 0; a < soonest.length; a++) {
    if (isDone[a] === 0 && soonest[a]! < (next < 0 ? NEVER : soonest[next]!)) next = a;
  }
  return next;
}

/** Least time from being free at one visit to being free at the next. */
function shortestStep(kind: Pick<Kind, 'visits' | 'after' | 'afterFrom' | 'legSec' | 'duration'>): number {
  const m = kind.visits.length;
  let least = NEVER;
  for (let a = 0; a < m; a++) {
    for (let i = kind.afterFrom[a]!; i < kind.afterFrom[a + 1]!; i++) {
      const w = kind.after[i]!;
      least = Math.min(least, kind.legSec[a * (m + 2) + w]! + kind.duration[w]!);
    }
  }
  return least;
}

function lateBeginning(prep: Prepared, cell: number): number {
  let last = -NEVER;
  const first = prep.windowFirst[cell]!;
  for (let w = first; w < first + prep.windowCount[cell]!; w++) last = Math.max(last, prep.windowLatest[w]!);
  return last;
}

function placeOf(prep: Prepared, s: number, visits: Int32Array, i: number): number {
  if (i < visits.length) return prep.visitPlace[visits[i]!]!;
  return i === visits.length ? prep.shiftFrom[s]! : prep.shiftTo[s]!;
}

function legCell(prep: Prepared, s: number, visits: Int32Array, a: number, b: number): number {
  const m = visits.length;
  const straight = placeOf(prep, s, visits, a) * prep.places + placeOf(prep, s, visits, b);
  const via = prep.shiftVia[s]!;
  // Whoever must fetch parts goes by way of them; the quicker of both ways cannot be too dear.
  if (a === m && via >= 0) {
    const round = via * prep.places + placeOf(prep, s, visits, b);
    return prep.travelSec[round]! < prep.travelSec[straight]! ? round : straight;
  }
  return b < m && prep.hasReach[s] === 1 && !isLegWithinReach(prep, s, straight, a === m) ? -1 : straight;
}

function priceOf(prep: Prepared, s: number, visits: Int32Array, a: number, b: number, cell: number): number {
  const m = visits.length;
  const sec = prep.travelSec[cell]!;
  const before = a === m ? Math.min(sec, prep.shiftBefore[s]!) : 0;
  const after = b > m ? Math.min(sec, prep.shiftAfter[s]!) : 0;
  let price = sec * prep.secPrice[s]! + prep.travelM[cell]! * prep.pricePerM;
  price -= (before + after) * prep.payPerSec[s]!;
  if (a === m) price += prep.outPrice[s]!;
  if (b >= m) return price;
  const v = visits[b]!;
  price += prep.standing[v * prep.shifts + s]!;
  const isElsewhere = placeOf(prep, s, visits, a) !== prep.visitPlace[v];
  return isElsewhere ? price + prep.sitePrice[v]! : price;
}

function beginAt(prep: Prepared, cell: number, ready: number): number {
  let best = NEVER;
  const first = prep.windowFirst[cell]!;
  for (let w = first; w < first + prep.windowCount[cell]!; w++) {
    if (ready > prep.windowLatest[w]!) continue;
    const open = prep.windowOpen[w]!;
    const start = ready > open ? ready : open;
    if (start < best) best = start;
  }
  return best;
}
