/** Nearest others of each visit by travel time there and back; stable by number. */
export function nearestVisits(
  visitPlace: Int32Array,
  travelSec: Int32Array,
  places: number,
  limit: number,
): { neighbours: Int32Array; neighbourCount: number } {
  const visits = visitPlace.length;
  const count = Math.max(0, Math.min(limit, visits - 1));
  const neighbours = new Int32Array(visits * count);
  const key = new Float64Array(visits);
  const order = Array.from({ length: visits }, (_, i) => i);
  for (let v = 0; v < visits; v++) {
    const p = visitPlace[v]!;
    for (let w = 0; w < visits; w++) {
      const q = visitPlace[w]!;
      key[w] = travelSec[p * places + q]! + travelSec[q * places + p]!;
    }
    const sorted = order.filter((w) => w !== v).sort((a, b) => key[a]! - key[b]! || a - b);
    for (let i = 0; i < count; i++) neighbours[v * count + i] = sorted[i]!;
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
  for (let v = 0; v < visits; v++) {
    const found: { s: number; price: number }[] = [];
    for (let s = 0; s < reach.shifts; s++) {
      if (reach.eligible[v * reach.shifts + s]) found.push({ s, price: reach.priceToBegin(v, s) });
    }
    found.sort((a, b) => a.price - b.price || a.s - b.s);
    for (let i = 0; i < Math.min(count, found.length); i++) nearShifts[v * count + i] = found[i]!.s;
  }
  return { nearShifts, nearShiftCount: count };
}
