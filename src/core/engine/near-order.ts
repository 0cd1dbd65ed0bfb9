import type { Plan } from '../model/plan';
import type { Problem } from '../model/problem';
import { type Allocate, ANYWHERE } from './hot/memory';
import { travelBetween } from './travel-between';

/**
 * The same problem with places, visits and shifts listed so that what is near lies side by side: the search
 * reads the rows of a few neighbouring visits at a time, and then finds most of it in the processor's cache.
 */
export function listedByNearness(problem: Problem, allocate: Allocate = ANYWHERE): Problem {
  const chain = alongCurve(problem);
  const rank = new Map(chain.map((p, i) => [problem.places[p]!.id, i]));
  const by = <T>(list: readonly T[], placeId: (item: T) => string): T[] => {
    const keyed = list.map((item) => ({ item, key: rank.get(placeId(item))! }));
    return keyed.sort((a, b) => a.key - b.key).map(({ item }) => item);
  };
  return {
    ...problem,
    places: chain.map((p) => problem.places[p]!),
    travel: travelBetween(problem, chain, allocate),
    visits: by(problem.visits, (v) => v.placeId),
    shifts: by(problem.shifts, (s) => s.startPlaceId),
  };
}

/** A plan with its routes and loose ends in the order in which the problem lists them. */
export function inOrderOf(problem: Problem, plan: Plan): Plan {
  const shiftIx = new Map(problem.shifts.map((s, i) => [s.id, i]));
  const visitIx = new Map(problem.visits.map((v, i) => [v.id, i]));
  return {
    ...plan,
    routes: [...plan.routes].sort((a, b) => shiftIx.get(a.shiftId)! - shiftIx.get(b.shiftId)!),
    unplannedVisitIds: [...plan.unplannedVisitIds].sort((a, b) => visitIx.get(a)! - visitIx.get(b)!),
  };
}

/** Cells along each side of the square that the curve fills. */
const SIDE = 1024;

/**
 * All places along a space-filling curve (Hilbert, "Über die stetige Abbildung einer Linie auf ein Flächenstück",
 * Mathematische Annalen 38, 1891) over their seconds from two far places, which stand for coordinates.
 */
function alongCurve({ places, travel }: Problem): number[] {
  const n = places.length;
  const sec = travel.durationSec;
  const from = (p: number): number[] => Array.from({ length: n }, (_, q) => sec[p * n + q]!);
  const farthest = (distance: readonly number[]): number =>
    distance.reduce((far, d, q) => (d > distance[far]! ? q : far), 0);
  const some = from(0);
  const a = from(farthest(some));
  const b = from(farthest(a));
  // Far from both ends, so that the two distances cross at an angle.
  const c = from(farthest(a.map((d, q) => Math.min(d, b[q]!))));
  const scale = (SIDE - 1) / Math.max(1, a[farthest(a)]!, c[farthest(c)]!);
  const key = a.map((d, q) => curveAt(Math.floor(d * scale), Math.floor(c[q]! * scale)));
  return [...key.keys()].sort((p, q) => key[p]! - key[q]! || p - q);
}

/** How far along the curve a cell lies. */
function curveAt(cellX: number, cellY: number): number {
  let x = cellX;
  let y = cellY;
  let at = 0;
  for (let half = SIDE / 2; half >= 1; half /= 2) {
    const right = x & half ? 1 : 0;
    const up = y & half ? 1 : 0;
    at += half * half * ((3 * right) ^ up);
    if (up === 0) {
      if (right === 1) {
        x = SIDE - 1 - x;
        y = SIDE - 1 - y;
      }
      [x, y] = [y, x];
    }
  }
  return at;
}
