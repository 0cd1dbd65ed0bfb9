import { readyOver } from '../evaluate/legs';
import { isLegWithinReach } from '../evaluate/refresh';
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
  readonly legPrice: Float64Array;
  readonly lanes: number;
  readonly capacity: number;
}

/** A copy of the problem in which travel never takes longer than at its quickest hour. */
export function atQuickest(prep: Prepared, slices: readonly (readonly number[])[], known: number): Prepared {
  const travelSec = Int32Array.from(prep.travelSec);
  for (let a = 0; a < known; a++) {
    for (let b = 0; b < known; b++) {
      travelSec[a * prep.places + b] = Math.min(...slices.map((slice) => slice[a * known + b]!));
    }
  }
  return { ...prep, times: null, travelSec };
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
  return {
    shift: s,
    count,
    visits,
    cells: visits.map((v) => v * prep.classes + prep.shiftClass[s]!),
    leg,
    legPrice,
    lanes: prep.breakCount[s]! + 1,
    capacity: prep.shiftCapacity[s]!,
  };
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

/** Earliest beginning for somebody ready at a moment; NEVER when too late. */
export function beginAt(prep: Prepared, cell: number, ready: number): number {
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

/** Lateness of a beginning, as far as it can only rise with time: that of a visit with one promised window. */
export function latePriceAt(prep: Prepared, v: number, cell: number, start: number): number {
  if (prep.promiseCount[cell] !== 1) return 0;
  const late = start - prep.promiseClose[prep.promiseFirst[cell]!]!;
  return late > 0 ? late * prep.latePrice[v]! + prep.missedPrice[v]! : 0;
}

/** Readiness over a leg of a kind, with breaks i..j−1 on it. */
export function readyVia(
  prep: Prepared,
  kind: Kind,
  lanes: { i: number; j: number },
  free: number,
  leg: number,
  isFirst: boolean,
): number {
  const own = isFirst ? prep.shiftBefore[kind.shift]! : 0;
  return readyOver(prep, kind.shift, lanes.i, lanes.j, free, leg, own);
}
