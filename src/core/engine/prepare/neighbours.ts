import type { TravelCells } from './prepared';

const BUCKETS = 1024;

/**
 * Nearest others of each visit by travel time there and back; stable by number. The near ones are
 * cut off with a count by buckets first, so that only they are sorted.
 */
export function nearestVisits(
  visitPlace: Int32Array,
  travel: { readonly sec: TravelCells; readonly back: TravelCells; readonly places: number },
  limit: number,
): { neighbours: Int32Array; neighbourCount: number } {
  const visits = visitPlace.length;
  const count = Math.max(0, Math.min(limit, visits - 1));
  const neighbours = new Int32Array(visits * count);
  const key = new Float64Array(visits);
  const buckets = new Int32Array(BUCKETS + 1);
  const near = new Float64Array(visits);
  for (let v = 0; v < visits; v++) {
    const row = visitPlace[v]! * travel.places;
    let farthest = 1;
    for (let w = 0; w < visits; w++) {
      const q = visitPlace[w]!;
      const sum = travel.sec[row + q]! + travel.back[row + q]!;
      key[w] = sum;
      if (sum > farthest) farthest = sum;
    }
    buckets.fill(0);
    const scale = BUCKETS / farthest;
    for (let w = 0; w < visits; w++) buckets[(key[w]! * scale) | 0]!++;
    let border = 0;
    for (let seen = 0; border <= BUCKETS; border++) {
      seen += buckets[border]!;
      if (seen > count) break;
    }
    let n = 0;
    for (let w = 0; w < visits; w++) {
      if (w !== v && ((key[w]! * scale) | 0) <= border) near[n++] = key[w]! * visits + w;
    }
    const sorted = near.subarray(0, n).sort();
    for (let i = 0; i < count; i++) neighbours[v * count + i] = sorted[i]! % visits;
  }
  return { neighbours, neighbourCount: count };
}

export interface ShiftReach {
  readonly shifts: number;
  readonly eligible: Uint8Array;
  readonly priceToBegin: (v: number, s: number) => number;
}

/** For each visit the eligible shifts that would be cheapest to open for it. */
export function nearestShifts(
  visits: number,
  reach: ShiftReach,
  limit: number,
): { nearShifts: Int32Array; nearShiftCount: number } {
  const count = Math.min(limit, reach.shifts);
  const nearShifts = new Int32Array(visits * count).fill(-1);
  const price = new Float64Array(count);
  for (let v = 0; v < visits; v++) {
    const row = v * count;
    let n = 0;
    for (let s = 0; s < reach.shifts; s++) {
      if (!reach.eligible[v * reach.shifts + s]) continue;
      const own = reach.priceToBegin(v, s);
      if (n === count && own >= price[n - 1]!) continue;
      let i = n < count ? n++ : n - 1;
      for (; i > 0 && price[i - 1]! > own; i--) {
        price[i] = price[i - 1]!;
        nearShifts[row + i] = nearShifts[row + i - 1]!;
      }
      price[i] = own;
      nearShifts[row + i] = s;
    }
  }
  return { nearShifts, nearShiftCount: count };
}
