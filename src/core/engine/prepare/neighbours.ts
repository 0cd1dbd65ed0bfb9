import type { TravelCells } from './prepared';

const BUCKETS = 1024;

interface Travel {
  readonly sec: TravelCells;
  readonly back: TravelCells;
  readonly places: number;
}

/**
 * Nearest others of each visit by travel time there and back; stable by number. The near ones are
 * cut off with a count by buckets first, so that only they are sorted.
 */
export function nearestVisits(
  visitPlace: Int32Array,
  travel: Travel,
  limit: number,
): { neighbours: Int32Array; neighbourCount: number } {
  const { sec, back, places } = travel;
  const visits = visitPlace.length;
  const count = Math.max(0, Math.min(limit, visits - 1));
  const neighbours = new Int32Array(visits * count);
  const key = new Float64Array(visits);
  const buckets = new Int32Array(BUCKETS + 1);
  const near = new Float64Array(visits);
  const width = bucketWidth(visitPlace, travel);
  const last = BUCKETS * width;
  const scale = 1 / width;
  for (let v = 0; v < visits; v++) {
    const row = visitPlace[v]! * places;
    buckets.fill(0);
    for (let w = 0; w < visits; w++) {
      const cell = row + visitPlace[w]!;
      const sum = sec[cell]! + back[cell]!;
      key[w] = sum;
      const bucket = sum < last ? (sum * scale) | 0 : BUCKETS;
      buckets[bucket]!++;
    }
    let border = 0;
    for (let seen = 0; border <= BUCKETS; border++) {
      seen += buckets[border]!;
      if (seen > count) break;
    }
    const farthest = border < BUCKETS ? (border + 1) * width : Number.POSITIVE_INFINITY;
    let n = 0;
    for (let w = 0; w < visits; w++) {
      if (key[w]! < farthest && w !== v) near[n++] = key[w]! * visits + w;
    }
    const sorted = near.subarray(0, n).sort();
    for (let i = 0; i < count; i++) neighbours[v * count + i] = sorted[i]! % visits;
  }
  return { neighbours, neighbourCount: count };
}

/**
 * Seconds there and back that share a bucket, a power of two so that no division rounds. Hardly anything is
 * farther than twice the farthest from the first visit; what is goes to the last bucket.
 */
function bucketWidth(visitPlace: Int32Array, { sec, back, places }: Travel): number {
  let most = 0;
  const row = (visitPlace[0] ?? 0) * places;
  for (let q = 0; q < places; q++) most = Math.max(most, sec[row + q]! + back[row + q]!);
  let width = 1;
  while (width * BUCKETS <= 2 * most) width *= 2;
  return width;
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
