import type { Problem, Shift, TravelByTime } from '../../model/problem';
import type { Allocate } from '../hot/memory';
import { isNarrow } from '../narrow';
import { PERIOD_SHIFT } from '../state/cells';
import { NEVER, type Prepared, type TravelCells } from './prepared';

export type PreparedTravel = Pick<
  Prepared,
  | 'places'
  | 'travelSec'
  | 'travelBack'
  | 'travelM'
  | 'travelMBack'
  | 'changesByHour'
  | 'periods'
  | 'periodAt'
  | 'slices'
  | 'sliceCount'
  | 'viaFrom'
  | 'viaBy'
  | 'shiftFrom'
  | 'shiftTo'
  | 'shiftVia'
>;

/** Travel in dense form, with one more place for each "start by way of where parts are fetched". */
export function prepareTravel(
  problem: Problem,
  placeIx: ReadonlyMap<string, number>,
  allocate: Allocate,
): PreparedTravel {
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
    ...byHour(travel.byTime, known, places, allocate),
    viaFrom: Int32Array.from(vias.list, (via) => via.from),
    viaBy: Int32Array.from(vias.list, (via) => via.by),
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
  return isNarrow(cells) ? Uint16Array.from(cells) : cells;
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

/** Travel by the hour over the wider matrix, whose last rows, ways by way of a place, are driven as two legs. */
function byHour(byTime: TravelByTime | undefined, known: number, places: number, allocate: Allocate) {
  const timeline = byTime?.timeline ?? [];
  const slices = byTime?.slices ?? [];
  const size = slices.length * places * places;
  const all = slices.every(isNarrow) ? allocate.uint16(size) : new Int32Array(size);
  for (const [i, cells] of slices.entries()) {
    for (let a = 0; a < known; a++) {
      for (let b = 0; b < known; b++) all[(a * places + b) * slices.length + i] = cells[a * known + b]!;
    }
  }
  return {
    changesByHour: byTime !== undefined,
    periods: Int32Array.from([...timeline.flatMap((t) => [t.fromSec, t.slice]), NEVER, 0]),
    periodAt: periodsAt(timeline.map((t) => t.fromSec)),
    slices: all,
    sliceCount: slices.length,
  };
}

/** Which period holds at the beginning of each stretch from the first on. */
function periodsAt(from: readonly number[]): Int32Array {
  const first = from[0] ?? 0;
  const spans = (((from.at(-1) ?? first) - first) >> PERIOD_SHIFT) + 1;
  let p = 0;
  return Int32Array.from({ length: spans }, (_, i) => {
    while (p + 1 < from.length && from[p + 1]! <= first + (i << PERIOD_SHIFT)) p++;
    return p;
  });
}
