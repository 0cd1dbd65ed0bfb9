import type { CreateLinearModel, LinearColumn } from '../linear';
import type { Prepared } from '../prepare/prepared';
import { forbid, isForbidden, type Memory } from './memory';

/** A share of a day or of a visit left out that is none, and one that is all of it. */
const HARDLY_ANY = 1e-6;
const NEARLY_ALL = 1 - HARDLY_ANY;
/** A day taken by so much is fixed with the others. */
const SURE = 0.6;
/** What is added to the worth of a visit that the model would rather leave out. */
const CAP_GROWTH = 1.2;
/** Price of what is forbidden, in dearest legs. */
const FORBIDDEN = 1e4;

/** A day: its visits in order, and what it costs, micros; where it comes from pricing, at least. */
export interface PricedDay {
  readonly visits: readonly number[];
  readonly price: number;
}

export interface Column {
  readonly kind: number;
  readonly day: PricedDay;
}

export interface Solved {
  /** Of the model, micros. */
  readonly price: number;
  readonly amounts: ArrayLike<number>;
  /** Micros, within what the rows allow: of the visits first, then of the kinds. */
  readonly dual: Float64Array;
}

export interface Choice {
  /** Micros. */
  readonly price: number;
  readonly days: readonly Column[];
  /** Whether no choice of the days in the model costs less. */
  readonly isCheapest: boolean;
}

/** The linear model of which days to take: every visit once or left out, every kind as often as it is there. */
export interface Master {
  solve(seconds: number): Solved | null;
  add(added: readonly Column[]): void;
  /** Whether a visit is left out because its worth is capped. */
  leavesOut(solved: Solved): boolean;
  /** Raises what such visits are worth; returns how many. */
  raiseCaps(solved: Solved): number;
  /** Remembers what the days taken would do again, and forbids all that do it; false when there is nothing. */
  tighten(solved: Solved, memory: Memory): boolean;
  /** The cheapest choice of whole days that is found in time, if any. Afterwards the model is only good for another. */
  choose(seconds: number): Choice | null;
  /** Fixes the days that are taken by more than half, or else the one taken most; false when all are taken whole. */
  fixMost(solved: Solved): boolean;
  /** Lets go of what is fixed. */
  letGo(): void;
  /** The days that are taken, each as often as that is. */
  taken(solved: Solved): Column[];
  /** Puts another day in the place of one. */
  replace(column: Column, day: PricedDay): void;
  dispose(): void;
}

export interface MasterOptions {
  readonly linear: CreateLinearModel;
  /** Price of the dearest leg, micros: the unit in which the model is told. */
  readonly scale: number;
  /** What leaving each visit out costs, and what it costs at first. */
  readonly worth: Float64Array;
  readonly guess: Float64Array | undefined;
  readonly start: readonly Column[];
}

export function createMaster(
  prep: Prepared,
  kinds: readonly { readonly count: number }[],
  options: MasterOptions,
): Master {
  const { scale, worth, guess } = options;
  const { visits } = prep;
  const cap = worth.map((price, v) => Math.min(price, guess?.[v] ?? price));
  const model = options.linear([
    ...Array.from({ length: visits }, () => ({ atLeast: 1, atMost: Number.POSITIVE_INFINITY })),
    ...kinds.map((kind) => ({ atLeast: Number.NEGATIVE_INFINITY, atMost: kind.count })),
  ]);
  model.add(Array.from(cap, (price, v) => ({ price: price / scale, rows: [v] })));
  const columns: (Column | null)[] = Array.from({ length: visits }, () => null);
  // Only days that do something again can come to be forbidden.
  let again: { readonly at: number; readonly day: PricedDay }[] = [];
  const columnOf = (column: Column): LinearColumn => {
    const { kind, day } = column;
    if (new Set(day.visits).size < day.visits.length) again.push({ at: columns.length, day });
    columns.push(column);
    return { price: day.price / scale, rows: [...day.visits, visits + kind] };
  };
  model.add(options.start.map(columnOf));
  const covered = new Set(options.start.flatMap(({ day }) => day.visits));
  /** A choice to begin with: the plan at hand, later the best one found. */
  let known = Float64Array.from(columns, (column, v) => (column || !covered.has(v) ? 1 : 0));
  const fixed = new Set<number>();
  const fix = (at: number): void => {
    fixed.add(at);
    model.atLeast(at, 1);
  };
  const takenIn = (amounts: ArrayLike<number>): Column[] =>
    columns.flatMap((column, at) =>
      column ? Array.from({ length: Math.round(amounts[at]!) }, () => column) : [],
    );
  const isLeftOut = ({ amounts }: Solved, v: number): boolean =>
    cap[v]! < worth[v]! && amounts[v]! > HARDLY_ANY;
  return {
    solve: (seconds) => {
      const solved = model.relax(seconds);
      if (!solved) return null;
      const dual = Float64Array.from(solved.duals, (d, r) =>
        r < visits ? Math.min(cap[r]!, Math.max(0, d * scale)) : Math.min(0, d * scale),
      );
      return { price: solved.price * scale, amounts: solved.amounts, dual };
    },
    add: (added) => model.add(added.map(columnOf)),
    leavesOut: (solved) => cap.some((_price, v) => isLeftOut(solved, v)),
    raiseCaps: (solved) => {
      let raised = 0;
      for (let v = 0; v < visits; v++) {
        if (!isLeftOut(solved, v)) continue;
        cap[v] = Math.min(worth[v]!, cap[v]! * CAP_GROWTH);
        model.reprice(v, cap[v]! / scale);
        raised++;
      }
      return raised;
    },
    tighten: ({ amounts }, memory) => {
      const taken = again.filter(({ at }) => amounts[at]! > HARDLY_ANY);
      const isTighter = taken.map(({ day }) => forbid(memory, day.visits)).some(Boolean);
      if (!isTighter) return false;
      again = again.filter(({ at, day }) => {
        if (!isForbidden(memory, day.visits)) return true;
        model.reprice(at, FORBIDDEN);
        return false;
      });
      return true;
    },
    choose: (seconds) => {
      // What is left out costs what it costs, and nobody goes to a visit twice.
      for (let v = 0; v < visits; v++) model.reprice(v, worth[v]! / scale);
      for (const { at } of again) model.reprice(at, FORBIDDEN);
      const from = new Float64Array(columns.length);
      from.set(known);
      const chosen = model.choose(seconds, from);
      if (!chosen) return null;
      known = Float64Array.from(chosen.amounts, Math.round);
      return { price: chosen.price * scale, days: takenIn(known), isCheapest: chosen.isCheapest };
    },
    fixMost: ({ amounts }) => {
      let most = -1;
      let isSure = false;
      for (let at = 0; at < columns.length; at++) {
        if (columns[at] === null || fixed.has(at) || amounts[at]! <= HARDLY_ANY) continue;
        const isPart = amounts[at]! < NEARLY_ALL;
        if (amounts[at]! >= SURE) {
          fix(at);
          if (isPart) isSure = true;
        } else if (most < 0 || amounts[at]! > amounts[most]!) most = at;
      }
      if (isSure || most < 0) return isSure;
      fix(most);
      return true;
    },
    letGo: () => {
      for (const at of fixed) model.atLeast(at, 0);
      fixed.clear();
    },
    taken: ({ amounts }) => takenIn(amounts),
    replace: (column, day) => {
      const at = columns.indexOf(column);
      columns[at] = { kind: column.kind, day };
      model.reprice(at, Math.min(day.price / scale, FORBIDDEN));
    },
    dispose: () => model.dispose(),
  };
}
