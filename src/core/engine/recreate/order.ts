import type { Workspace } from '../state/workspace';

/**
 * Orders in which loose ends are put back, with their chances: those of the paper (Christiaens and Vanden Berghe 2020,
 * section 4.2), widened. At random, and first those that have the fewest moments or the fewest shifts to go to, which
 * are hard to place once others stand, count for most.
 */
const WEIGHT = {
  random: 4,
  demand: 1,
  far: 1,
  near: 1,
  narrow: 4,
  early: 1,
  late: 1,
  dear: 1,
  scarce: 4,
} as const;
type Order = keyof typeof WEIGHT;

/** Static sort keys of the visits, smallest first. */
export interface SortKeys {
  readonly keys: Readonly<Record<Exclude<Order, 'random'>, Float64Array>>;
  /** Each order as often as its chance is; none in which all visits are alike. */
  readonly lots: readonly Order[];
  readonly scratch: Float64Array;
}

export function createSortKeys(work: Workspace): SortKeys {
  const { prep } = work;
  const make = (key: (v: number) => number): Float64Array =>
    Float64Array.from({ length: prep.visits }, (_, v) => key(v));
  const distance = (v: number): number => {
    const from = prep.shifts > 0 ? prep.shiftFrom[prep.nearShifts[v * prep.nearShiftCount] ?? 0] : undefined;
    return from === undefined ? 0 : prep.travelSec[from * prep.places + prep.visitPlace[v]!]!;
  };
  const windows = (v: number, pick: (first: number, last: number, total: number) => number): number => {
    let first = Number.POSITIVE_INFINITY;
    let last = 0;
    let total = 0;
    for (let c = 0; c < prep.classes; c++) {
      const cell = v * prep.classes + c;
      for (let k = 0; k < prep.windowCount[cell]!; k++) {
        const w = prep.windowFirst[cell]! + k;
        first = Math.min(first, prep.windowOpen[w]!);
        last = Math.max(last, prep.windowLatest[w]!);
        total += prep.windowLatest[w]! - prep.windowOpen[w]!;
      }
    }
    return pick(first, last, total);
  };
  const keys = {
    demand: make((v) => -(prep.visitDemand[v]! * 1e9 + (prep.duration[v * prep.classes] ?? 0))),
    far: make((v) => -distance(v)),
    near: make(distance),
    narrow: make((v) => windows(v, (_f, _l, total) => total)),
    early: make((v) => windows(v, (first) => first)),
    late: make((v) => windows(v, (_f, last) => -last)),
    dear: make((v) => -prep.visitUnplannedPrice[v]!),
    scarce: make(
      (v) => prep.eligible.subarray(v * prep.shifts, (v + 1) * prep.shifts).filter(Boolean).length,
    ),
  };
  const isTelling = (key: Float64Array): boolean => key.some((value) => value !== key[0]);
  const orders = Object.keys(WEIGHT) as Order[];
  const lots = orders.flatMap((order) =>
    order === 'random' || isTelling(keys[order]) ? Array.from({ length: WEIGHT[order] }, () => order) : [],
  );
  return { keys, lots, scratch: new Float64Array(prep.visits) };
}

/** Sorts list[0..n) by an order drawn at random. */
export function sortLoose(work: Workspace, sort: SortKeys, list: Int32Array, n: number): void {
  const order = sort.lots[work.random.below(sort.lots.length)]!;
  const { scratch } = sort;
  if (order === 'random') for (let i = 0; i < n; i++) scratch[i] = work.random.next();
  else {
    const keys = sort.keys[order];
    for (let i = 0; i < n; i++) scratch[i] = keys[list[i]!]!;
  }
  for (let i = 1; i < n; i++) {
    const v = list[i]!;
    const key = scratch[i]!;
    let k = i - 1;
    while (k >= 0 && scratch[k]! > key) {
      list[k + 1] = list[k]!;
      scratch[k + 1] = scratch[k]!;
      k--;
    }
    list[k + 1] = v;
    scratch[k + 1] = key;
  }
}
