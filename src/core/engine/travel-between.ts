import type { Problem, TravelMatrix } from '../model/problem';
import { type Allocate, ANYWHERE } from './hot/memory';
import { isNarrow } from './narrow';

/** Travel between some of a problem's places, in their order; metres only where something hangs on them. */
export function travelBetween(
  { travel, prices, shifts }: Problem,
  places: readonly number[],
  allocate: Allocate,
): TravelMatrix {
  const { byTime, durationSec, distanceM } = travel;
  const needsM =
    prices.travelPerM > 0 || shifts.some((s) => s.reach?.m !== undefined || s.firstReach?.m !== undefined);
  const seconds = between(durationSec, places, allocate);
  return {
    durationSec: seconds,
    distanceM: needsM ? between(distanceM, places, allocate) : seconds,
    ...(byTime
      ? { byTime: { ...byTime, slices: byTime.slices.map((cells) => between(cells, places, ANYWHERE)) } }
      : {}),
  };
}

function between(
  cells: ArrayLike<number>,
  places: readonly number[],
  allocate: Allocate,
): Int32Array | Uint16Array {
  const n = Math.sqrt(cells.length);
  const columns = Int32Array.from(places);
  const size = columns.length * columns.length;
  // Large matrices come packed; a loop over one kind of array is many times as fast as one over any.
  if (cells instanceof Uint16Array) return pickPacked(cells, n, columns, allocate.uint16(size));
  const out = isNarrow(cells) ? allocate.uint16(size) : new Int32Array(size);
  let at = 0;
  for (const a of columns) for (const b of columns) out[at++] = cells[a * n + b]!;
  return out;
}

function pickPacked(cells: Uint16Array, n: number, columns: Int32Array, out: Uint16Array): Uint16Array {
  let at = 0;
  for (let i = 0; i < columns.length; i++) {
    const row = columns[i]! * n;
    for (let k = 0; k < columns.length; k++) out[at++] = cells[row + columns[k]!]!;
  }
  return out;
}
