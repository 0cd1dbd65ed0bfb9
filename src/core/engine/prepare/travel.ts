import type { Problem, Shift } from '../../model/problem';
import { changingTimes, type TravelTimes } from '../../travel/time-of-day';
import type { TravelCells } from './prepared';

export interface PreparedTravel {
  readonly places: number;
  readonly travelSec: TravelCells;
  readonly travelBack: TravelCells;
  readonly travelM: TravelCells;
  readonly travelMBack: TravelCells;
  readonly times: TravelTimes | null;
  readonly shiftFrom: Int32Array;
  readonly shiftTo: Int32Array;
  readonly shiftVia: Int32Array;
}

/** Travel in dense form, with one more place for each "start by way of where parts are fetched". */
export function prepareTravel(problem: Problem, placeIx: ReadonlyMap<string, number>): PreparedTravel {
  const { shifts, travel, prices } = problem;
  const known = problem.places.length;
  const vias = viasOf(shifts, placeIx, known);
  const places = known + vias.list.length;
  const needsM =
    prices.travelPerM > 0 || shifts.some((s) => s.reach?.m !== undefined || s.firstReach?.m !== undefined);
  const travelSec = pack(withVias(travel.durationSec, known, vias.list));
  const travelM = needsM ? pack(withVias(travel.distanceM, known, vias.list)) : travelSec;
  const travelBack = transposed(travelSec, places);
  return {
    places,
    travelSec,
    travelBack,
    travelM,
    travelMBack: needsM ? transposed(travelM, places) : travelBack,
    times: travel.byTime ? byTime(problem, known, vias.list) : null,
    shiftFrom: Int32Array.from(shifts, (s) => placeIx.get(s.startPlaceId)!),
    shiftTo: Int32Array.from(shifts, (s) => placeIx.get(s.endPlaceId)!),
    shiftVia: vias.ofShift,
  };
}

interface Via {
  readonly from: number;
  readonly by: number;
}

function viasOf(shifts: readonly Shift[], placeIx: ReadonlyMap<string, number>, known: number) {
  const numbers = new Map<string, number>();
  const list: Via[] = [];
  const ofShift = Int32Array.from(shifts, (s) => {
    if (s.partsPlaceId === undefined) return -1;
    const via = { from: placeIx.get(s.startPlaceId)!, by: placeIx.get(s.partsPlaceId)! };
    const key = `${via.from} ${via.by}`;
    const number = numbers.get(key) ?? known + list.push(via) - 1;
    numbers.set(key, number);
    return number;
  });
  return { list, ofShift };
}

function withVias(cells: ArrayLike<number>, known: number, vias: readonly Via[]): TravelCells {
  if (vias.length === 0)
    return cells instanceof Uint16Array || cells instanceof Int32Array ? cells : Int32Array.from(cells);
  const places = known + vias.length;
  const out = new Int32Array(places * places);
  for (let a = 0; a < known; a++) {
    for (let b = 0; b < known; b++) out[a * places + b] = cells[a * known + b]!;
  }
  for (const [i, { from, by }] of vias.entries()) {
    const row = (known + i) * places;
    for (let b = 0; b < known; b++) out[row + b] = cells[from * known + by]! + cells[by * known + b]!;
  }
  return out;
}

function pack(cells: TravelCells): TravelCells {
  if (cells instanceof Uint16Array) return cells;
  return cells.every((c) => c < 65_536) ? Uint16Array.from(cells) : cells;
}

/** Side of the tiles in which a matrix is walked through, so that rows and columns stay in the cache. */
const TILE = 64;

/** The transposed matrix; the same one where it is symmetric. */
function transposed(cells: TravelCells, places: number): TravelCells {
  if (isSymmetric(cells, places)) return cells;
  const out = cells.slice();
  for (let i = 0; i < places; i += TILE) {
    for (let k = 0; k < places; k += TILE) {
      for (let a = i; a < Math.min(places, i + TILE); a++) {
        for (let b = k; b < Math.min(places, k + TILE); b++) out[a * places + b] = cells[b * places + a]!;
      }
    }
  }
  return out;
}

function isSymmetric(cells: TravelCells, places: number): boolean {
  for (let i = 0; i < places; i += TILE) {
    for (let k = i; k < places; k += TILE) {
      for (let a = i; a < Math.min(places, i + TILE); a++) {
        for (let b = k; b < Math.min(places, k + TILE); b++) {
          if (cells[a * places + b] !== cells[b * places + a]) return false;
        }
      }
    }
  }
  return true;
}

/** Travel by time of day over the wider matrix: a leg from a via goes by its two halves. */
function byTime(problem: Problem, known: number, vias: readonly Via[]): TravelTimes {
  const times = changingTimes(problem.travel.byTime!);
  if (vias.length === 0) return times;
  const places = known + vias.length;
  return {
    arriveAt: (cell, leaveSec) => {
      const from = Math.floor(cell / places);
      const to = cell % places;
      if (from < known) return times.arriveAt(from * known + to, leaveSec);
      const via = vias[from - known]!;
      return times.arriveAt(via.by * known + to, times.arriveAt(via.from * known + via.by, leaveSec));
    },
    leaveBy: (cell, arriveSec) => {
      const from = Math.floor(cell / places);
      const to = cell % places;
      if (from < known) return times.leaveBy(from * known + to, arriveSec);
      const via = vias[from - known]!;
      return times.leaveBy(via.from * known + via.by, times.leaveBy(via.by * known + to, arriveSec));
    },
  };
}
