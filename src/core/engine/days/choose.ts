import type { CreateLinearModel } from '../linear';
import type { Prepared } from '../prepare/prepared';
import { createMaster, type PricedDay, type Solved } from './master';
import { type MetDays, takeMet } from './met';

/** A day of a plan: who, and what in which order. */
export interface ChosenDay {
  readonly shift: number;
  readonly visits: readonly number[];
}

/** Days added between two solutions of the model. */
const DAYS_A_ROUND = 200;
/** What a visit may be worth at first, as a multiple of its share of its day. */
const GENEROUS = 2;
/** No solution of the model takes longer, in seconds. */
const LONGEST = 2;
/** Reduced prices nearer to nothing than this share of a visit's price are nothing. */
const NOTHING = 1e-5;

/**
 * Chooses days out of those met so that they make a whole plan: the linear model of which to take, each in
 * parts, from which one day after the other is fixed where the model takes most of it ("diving"; Sadykov,
 * Vanderbeck, Pessoa, Tahiri, Uchoa, "Primal heuristics for branch-and-price: the assets of diving methods",
 * INFORMS Journal on Computing 31(2), 2019). The model stays from one choice to the next.
 */
export interface DayChooser {
  /** Tells a good plan. */
  know(days: readonly (ChosenDay & PricedDay)[]): void;
  /**
   * Null when it is over before the model is solved once, or nothing is found below a price, micros. The days may
   * share a visit, and leave some out: more of them where it is over before all are fixed.
   */
  choose(limit: number, isOver: () => boolean): ChosenDay[] | null;
  dispose(): void;
}

export function createDayChooser(
  prep: Prepared,
  met: MetDays,
  linear: CreateLinearModel,
  first: readonly (ChosenDay & PricedDay)[],
): DayChooser {
  const { visits, shiftTwin } = prep;
  const twins = [...new Set(shiftTwin)];
  const shiftsOf = (twin: number): number[] => [...shiftTwin.keys()].filter((s) => shiftTwin[s] === twin);
  const kindOfTwin = new Int32Array(prep.shifts);
  for (const [kind, twin] of twins.entries()) kindOfTwin[twin] = kind;
  const columnOf = ({ shift, ...day }: ChosenDay & PricedDay) => ({
    kind: kindOfTwin[shiftTwin[shift]!]!,
    day,
  });
  const scale = first.reduce((sum, { price }) => sum + price, 1) / Math.max(1, visits);
  const master = createMaster(
    prep,
    twins.map((twin) => ({ count: shiftsOf(twin).length })),
    {
      linear,
      scale,
      worth: prep.visitUnplannedPrice,
      guess: guessFrom(first, prep),
      start: first.map(columnOf),
    },
  );
  /** The model solved with all the days met that it makes use of. */
  const solve = (isOver: () => boolean): Solved | null => {
    for (;;) {
      const solved = isOver() ? null : master.solve(LONGEST);
      if (!solved) return null;
      const taken = takeMet(met, master, solved.dual, {
        visits,
        kindOfTwin,
        most: DAYS_A_ROUND,
        nothing: NOTHING * scale,
      });
      if (taken === 0 && master.raiseCaps(solved) === 0) return solved;
    }
  };
  return {
    know: (days) => master.add(days.map(columnOf)),
    choose: (limit, isOver) => {
      let solved = solve(isOver);
      while (solved && solved.price < limit && master.fixMost(solved)) {
        const next = solve(isOver);
        // Where time ends on the way, what is taken for the most part by then is a choice as well.
        if (!next) break;
        solved = next;
      }
      master.letGo();
      if (!solved || solved.price >= limit) return null;
      const free = twins.map(shiftsOf);
      // Where not all are fixed, more days than there are shifts may each be taken by more than half.
      return master.taken(solved).flatMap(({ kind, day }) => {
        const shift = free[kind]!.pop();
        return shift === undefined ? [] : [{ shift, visits: day.visits }];
      });
    },
    dispose: () => master.dispose(),
  };
}

/** What each visit may be worth at first: more than its share of its day, so that the model does not begin with worths out of all proportion. */
function guessFrom(days: readonly PricedDay[], prep: Prepared): Float64Array {
  const guess = Float64Array.from(prep.visitUnplannedPrice);
  const mean = days.reduce((sum, { price }) => sum + price, 0) / Math.max(1, prep.visits);
  for (const { visits, price } of days) {
    for (const v of visits) guess[v] = Math.min(guess[v]!, GENEROUS * Math.max(mean, price / visits.length));
  }
  return guess;
}
