import { bitsFor, type Memory } from '../days/memory';
import type { Prepared } from '../prepare/prepared';
import type { Arcs } from './arcs';
import { PRICING } from './compiled';
import type { Kind } from './kinds';
import * as T from './table';

/** How finely the rest of a day is reckoned: moments in buckets of so many seconds. */
export interface Grid {
  readonly buckets: number;
  readonly widthSec: number;
}

/** What may be laid down and is asked for. */
export interface Bounds {
  readonly border: number;
  readonly mostWays: number;
  readonly mostLabels: number;
  readonly everySet: boolean;
  readonly isOver: () => boolean;
  readonly isLate: () => boolean;
}

/** What the loops found; `visitsOf` and `reducedOf` read a day as long as nothing else is looked for. */
export interface Found {
  readonly isBegun: boolean;
  readonly labels: number;
  readonly isCut: boolean;
  /** The least that the first look promises. */
  readonly root: number;
  /** Labels at which days end. */
  readonly ends: readonly number[];
  reducedOf(label: number): number;
  /** Local visits of the day in order. */
  visitsOf(label: number): number[];
}

/** Runs the loops that look for days (assembly/pricing) in a memory of their own. */
export interface Machine {
  run(kind: Kind, arcs: Arcs, memory: Memory, grid: Grid, bounds: Bounds): Found;
}

const PAGE_BYTES = 65_536;
const ALL_WAYS = 2 ** 31 - 1;
/** Where the cheapest day of every set is wanted, ways are only compared within one of so many groups. */
const MANY_GROUPS = 256;

let compiled: WebAssembly.Module | null = null;

function program(): WebAssembly.Module {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(PRICING), (c) => c.charCodeAt(0)));
  return compiled;
}

/** The memory is made once and grows as it must. */
export function createMachine(prep: Prepared): Machine {
  const space = new WebAssembly.Memory({ initial: 1 });
  let { isOver, isLate } = { isOver: () => false, isLate: () => false };
  const instance = new WebAssembly.Instance(program(), {
    env: { memory: space, table: 0 },
    host: { isOver: () => (isOver() ? 1 : 0), isLate: () => (isLate() ? 1 : 0) },
  });
  const loops = instance.exports as unknown as { price(): number };
  let ints = new Int32Array(space.buffer);
  let floats = new Float64Array(space.buffer);
  const makeRoom = (bytes: number): void => {
    const missing = bytes - space.buffer.byteLength;
    if (missing <= 0) return;
    space.grow(Math.ceil(missing / PAGE_BYTES));
    ints = new Int32Array(space.buffer);
    floats = new Float64Array(space.buffer);
  };
  const setInt = (at: number, value: number): void => {
    ints[at >> 2] = value;
  };
  const setFloat = (at: number, value: number): void => {
    floats[at >> 3] = value;
  };

  const writeNodes = (kind: Kind): void => {
    const at = ints[T.P_NODES >> 2]!;
    const windows = ints[T.P_WINDOWS >> 2]!;
    const n = kind.visits.length + 2;
    let count = 0;
    for (let w = 0; w < kind.visits.length; w++) {
      const v = kind.visits[w]!;
      const cell = kind.cells[w]!;
      const node = at + w * T.NODE_BYTES;
      const home = w * n + n - 1;
      setInt(node + T.N_DURATION, kind.duration[w]!);
      setInt(node + T.N_OPEN, kind.open[w]!);
      setInt(node + T.N_LATEST, kind.latest[w]!);
      setInt(node + T.N_PROMISE, kind.promise[w]!);
      setInt(node + T.N_WINDOW, count);
      setInt(node + T.N_WINDOWS, prep.windowCount[cell]!);
      setInt(node + T.N_DEMAND, prep.visitDemand[v]!);
      setInt(node + T.N_HOME_SEC, kind.legSec[home]!);
      setInt(node + T.N_SOONEST, kind.soonest[w]!);
      setFloat(node + T.N_LATE, prep.latePrice[v]!);
      setFloat(node + T.N_MISSED, prep.missedPrice[v]!);
      setFloat(node + T.N_HOME, kind.legPrice[home]!);
      for (let k = 0; k < prep.windowCount[cell]!; k++, count++) {
        const window = prep.windowFirst[cell]! + k;
        setInt(windows + count * T.WINDOW_BYTES + T.W_OPEN, prep.windowOpen[window]!);
        setInt(windows + count * T.WINDOW_BYTES + T.W_LATEST, prep.windowLatest[window]!);
      }
    }
  };
  const writeBreaks = (kind: Kind): void => {
    const at = ints[T.P_BREAKS >> 2]!;
    for (let k = 0; k < kind.lanes - 1; k++) {
      const of = prep.breakFirst[kind.shift]! + k;
      setInt(at + k * T.BREAK_BYTES + T.B_EARLIEST, prep.breakEarliest[of]!);
      setInt(at + k * T.BREAK_BYTES + T.B_LATEST, prep.breakLatest[of]!);
      setInt(at + k * T.BREAK_BYTES + T.B_LONG, prep.breakDuration[of]!);
      setInt(at + k * T.BREAK_BYTES + T.B_DUE, prep.breakDue[of]!);
    }
  };
  const writeArcs = ({ from, to, sec, base }: Arcs): void => {
    ints.set(from, ints[T.P_ARC_FROM >> 2]! >> 2);
    const at = ints[T.P_ARCS >> 2]!;
    for (let x = 0; x < sec.length; x++) {
      setFloat(at + x * T.ARC_BYTES + T.A_BASE, base[x]!);
      setInt(at + x * T.ARC_BYTES + T.A_SEC, sec[x]!);
      setInt(at + x * T.ARC_BYTES + T.A_TO, to[x]!);
    }
  };
  const writeNumbers = (kind: Kind, { buckets, widthSec }: Grid, bounds: Bounds, words: number): void => {
    const s = kind.shift;
    setInt(T.VISITS, kind.visits.length);
    setInt(T.LANES, kind.lanes);
    setInt(T.CAPACITY, kind.capacity);
    setInt(T.BUCKETS, buckets);
    setInt(T.WIDTH_SEC, widthSec);
    setInt(T.STEP, Math.floor(kind.shortest / widthSec));
    setInt(T.FROM_SEC, prep.shiftStart[s]!);
    setInt(T.BEFORE_SEC, prep.shiftBefore[s]!);
    setInt(T.AFTER_SEC, prep.shiftAfter[s]!);
    setInt(T.END_SEC, prep.shiftEnd[s]!);
    setInt(T.OVERTIME_SEC, prep.shiftOvertime[s]!);
    setFloat(T.OVERTIME_PRICE, prep.overtimePrice[s]!);
    setInt(T.MOST_WAYS, Math.min(ALL_WAYS, bounds.mostWays));
    setInt(T.MOST_LABELS, bounds.mostLabels);
    setInt(T.EVERY_SET, bounds.everySet ? 1 : 0);
    setFloat(T.BORDER, bounds.border);
    setInt(T.WORDS, words);
    setInt(T.LABEL_BYTES, labelBytes(words));
    for (const result of [T.LABELS, T.ENDS, T.IS_CUT]) setInt(result, 0);
  };
  const visitsOf = (label: number): number[] => {
    const labels = ints[T.P_LABELS >> 2]!;
    const bytes = ints[T.LABEL_BYTES >> 2]!;
    const visits: number[] = [];
    for (let at = label; at >= 0; at = ints[(labels + at * bytes + T.L_BEFORE) >> 2]!) {
      visits.push(ints[(labels + at * bytes + T.L_NODE) >> 2]!);
    }
    return visits.reverse();
  };
  return {
    run: (kind, arcs, memory, grid, bounds) => {
      const m = kind.visits.length;
      const words = Math.ceil(m / 32);
      const windows = kind.cells.reduce((sum, cell) => sum + prep.windowCount[cell]!, 0);
      const groups = bounds.everySet ? MANY_GROUPS : 1;
      const layout = layOut(
        {
          m,
          lists: kind.lanes * m * groups,
          lanes: kind.lanes,
          windows,
          arcs: arcs.sec.length,
          words,
          buckets: grid.buckets,
        },
        // The last label gone on from may lay down one for each visit and lane; so may the start.
        bounds.mostLabels + 2 * m * kind.lanes + 1,
      );
      makeRoom(layout.bytes);
      for (const [address, at] of layout.places) setInt(address, at);
      writeNumbers(kind, grid, bounds, words);
      writeNodes(kind);
      writeBreaks(kind);
      writeArcs(arcs);
      ints.set(bitsFor(memory, kind), ints[T.P_NEAR_BITS >> 2]! >> 2);
      const lists = ints[T.P_LISTS >> 2]! >> 2;
      setInt(T.GROUPS, groups);
      for (let x = 0; x < kind.lanes * m * groups; x++) {
        ints[lists + 2 * x] = -1;
        ints[lists + 2 * x + 1] = 0;
      }
      const queue = ints[T.P_QUEUE >> 2]! >> 2;
      ints.fill(-1, queue, queue + 2 * grid.buckets);
      isOver = bounds.isOver;
      isLate = bounds.isLate;
      const isBegun = loops.price() === 1;
      const ends = ints[T.P_ENDS >> 2]! >> 2;
      const labels = ints[T.P_LABELS >> 2]!;
      return {
        isBegun,
        labels: ints[T.LABELS >> 2]!,
        isCut: ints[T.IS_CUT >> 2] === 1,
        root: floats[T.ROOT >> 3]!,
        ends: [...ints.subarray(ends, ends + ints[T.ENDS >> 2]!)],
        reducedOf: (label) => floats[(labels + label * labelBytes(words) + T.L_REDUCED) >> 3]!,
        visitsOf,
      };
    },
  };
}

const labelBytes = (words: number): number => T.L_MEMORY + 8 * Math.ceil(words / 2);

/** Where everything goes, by its address in the table, and the bytes in all. */
function layOut(
  size: {
    readonly m: number;
    readonly lists: number;
    readonly lanes: number;
    readonly windows: number;
    readonly arcs: number;
    readonly words: number;
    readonly buckets: number;
  },
  labels: number,
): { places: Map<number, number>; bytes: number } {
  const { m, lists, lanes, windows, arcs, words, buckets } = size;
  const places = new Map<number, number>();
  let bytes = T.FREE_FROM;
  const place = (address: number, length: number): void => {
    places.set(address, bytes);
    bytes += 64 * Math.ceil(length / 64);
  };
  place(T.P_NODES, m * T.NODE_BYTES);
  place(T.P_WINDOWS, windows * T.WINDOW_BYTES);
  place(T.P_BREAKS, (lanes - 1) * T.BREAK_BYTES);
  place(T.P_ARC_FROM, 4 * (m + 2));
  place(T.P_ARCS, arcs * T.ARC_BYTES);
  place(T.P_NEAR_BITS, 4 * m * words);
  place(T.P_LEAST, 8 * m);
  place(T.P_LISTS, lists * T.LIST_BYTES);
  place(T.P_QUEUE, buckets * T.QUEUE_BYTES);
  place(T.P_CELLS, lanes * m * buckets * T.CELL_BYTES);
  place(T.P_ENDS, 4 * labels);
  place(T.P_WAYS, labels * T.WAY_BYTES);
  place(T.P_LABELS, labels * labelBytes(words));
  return { places, bytes };
}
