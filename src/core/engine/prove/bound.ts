import type { CreateLinearModel, LinearColumn } from '../linear';
import type { Prepared } from '../prepare/prepared';
import { type Kind, kindsOf } from './kinds';
import { type Priced, type PricedDay, type PricingLimits, priceKind } from './pricing';

export interface BoundOptions {
  readonly linear: CreateLinearModel;
  readonly seconds: number;
  readonly now: () => number;
  readonly shouldStop: () => boolean;
  /** What covering each visit is worth at most at first; raised where it proves too little. */
  readonly guess?: Float64Array | undefined;
  /** Days of a good plan, by shift, to begin with. */
  readonly start: readonly {
    readonly shift: number;
    readonly visits: readonly number[];
    readonly price: number;
  }[];
}

/** More visits than this are not tried: pricing would take all the time and prove nothing. */
const MOST_VISITS = 260;
const NEAR = 16;
/** No visit is worth more than so many of the dearest legs; a lower worth is still a bound. */
const MOST_WORTH = 300;
/** How far the duals are pulled back to those of the round before. */
const PULL = 0.7;
/** Days added to the model a kind and round, and how many are enough to solve it again. */
const ENOUGH = 60;
/** So few new days a round that it is time for a proof. */
const HARDLY = 10;
/** A share of a visit left out that is none. */
const HARDLY_ANY = 1e-6;
/** What is added to the worth of a visit that the model would rather leave out. */
const CAP_GROWTH = 1.2;
/** A kind may use so much of its even share of the time that is left; what is cut short still proves something. */
const SLICE = 0.7;
const DAYS_A_KIND = 20;
const ROUGH: Pick<PricingLimits, 'ways' | 'labels' | 'days'> = { ways: 30, labels: 20000, days: DAYS_A_KIND };
const FULL: Pick<PricingLimits, 'ways' | 'labels' | 'days'> = {
  ways: Number.POSITIVE_INFINITY,
  labels: 200_000,
  days: DAYS_A_KIND,
};
/** Reduced prices nearer to nothing than this share of the dearest leg are nothing. */
const NOTHING = 2e-5;

/**
 * A lower bound on the price of any plan, micros, by column generation over days; null when none is had
 * in time. Rules and prices that tie days together, and what makes a day only dearer or shorter, are
 * left out. Any duals at all give a bound (Lagrange): the sum of the duals, and for each shift the
 * least that a day can cost beyond them (Desrochers, Desrosiers, Solomon, "A new optimization algorithm
 * for the vehicle routing problem with time windows", Operations Research 40(2), 1992).
 */
export function lowerBound(prep: Prepared, options: BoundOptions): number | null {
  if (prep.visits > MOST_VISITS) return null;
  const kinds = kindsOf(prep);
  const near = kinds.map((kind) => nearOf(prep, kind));
  const until = options.now() + options.seconds * 1000;
  const isOver = (): boolean => options.now() > until || options.shouldStop();
  const scale = dearestLeg(kinds);
  const worth = worthOf(prep, scale);
  const kindOf = new Map(kinds.map((kind, k) => [prep.shiftTwin[kind.shift]!, k]));
  const model = options.linear([
    ...Array.from({ length: prep.visits }, () => ({ atLeast: 1, atMost: Number.POSITIVE_INFINITY })),
    ...kinds.map((kind) => ({ atLeast: Number.NEGATIVE_INFINITY, atMost: kind.count })),
  ]);
  const cap = worth.map((price, v) => Math.min(price, options.guess?.[v] ?? price));
  model.add(Array.from(cap, (price, v) => ({ price: price / scale, rows: [v] })));
  const columnOf = ({ kind, day }: Column): LinearColumn => ({
    price: day.price / scale,
    rows: [...day.visits, prep.visits + kind],
  });
  model.add(
    options.start.map(({ shift, visits, price }) =>
      columnOf({ kind: kindOf.get(prep.shiftTwin[shift]!)!, day: { visits, price } }),
    ),
  );
  let best: number | null = null;
  let last: Float64Array | null = null;
  let pull = PULL;
  let isRough = true;
  let turn = 0;
  while (!isOver()) {
    const solved = model.relax(Math.max(0.1, (until - options.now()) / 1000));
    if (!solved) break;
    const exact = clamped(prep, solved.duals, { worth: cap, scale });
    const leavesOut = (): boolean =>
      cap.some((price, v) => price < worth[v]! && solved.amounts[v]! > HARDLY_ANY);
    const raiseCaps = (): number => {
      let raised = 0;
      for (let v = 0; v < prep.visits; v++) {
        if (solved.amounts[v]! <= HARDLY_ANY || cap[v]! >= worth[v]!) continue;
        cap[v] = Math.min(worth[v]!, cap[v]! * CAP_GROWTH);
        model.reprice(v, cap[v]! / scale);
        raised++;
      }
      return raised;
    };
    const dual: Float64Array = last && pull > 0 ? between(last, exact, pull) : exact;
    last = dual;
    const price = (k: number, isLate = isOver): { least: number; found: number } => {
      const kind = kinds[k]!;
      const border = Math.min(0, dual[prep.visits + k]!) - NOTHING * scale;
      const limits = { ...(isRough ? ROUGH : FULL), border, isOver: isLate };
      const priced: Priced = priceKind(prep, kind, near[k]!, dual, limits);
      model.add(priced.days.map((day) => columnOf({ kind: k, day })));
      const isNew = (day: PricedDay): boolean =>
        reducedPrice(prep, { kind: k, day }, exact) < -NOTHING * scale;
      return { least: priced.least, found: priced.days.filter(isNew).length };
    };
    let found = 0;
    if (isRough) {
      // A few kinds at a time: the duals are soon out of date.
      for (let tried = 0; tried < kinds.length && found < ENOUGH && !isOver(); tried++) {
        found += price(turn).found;
        turn = (turn + 1) % kinds.length;
      }
      if (found < ENOUGH) raiseCaps();
      if (found > 0) pull = PULL;
      else if (pull > 0) pull = 0;
      else if (raiseCaps() === 0) isRough = false;
      if (found < HARDLY && !leavesOut()) isRough = false;
      continue;
    }
    let sum = 0;
    for (let v = 0; v < prep.visits; v++) sum += dual[v]!;
    for (let k = 0; k < kinds.length; k++) {
      // Whoever is cut short hands back what the first look gave, which is never too much.
      const slice = options.now() + (Math.max(0, until - options.now()) * SLICE) / (kinds.length - k);
      const priced = price(k, () => options.now() > slice || isOver());
      sum += kinds[k]!.count * Math.min(0, priced.least);
      found += priced.found;
    }
    if (Number.isFinite(sum) && (best === null || sum > best)) best = sum;
    if (best !== null && best > solved.price * scale * (1 - 1e-4) && raiseCaps() === 0) break;
    if (found > 0) pull = PULL;
    else if (pull > 0) pull = 0;
    else if (raiseCaps() === 0) break;
  }
  model.dispose();
  // Prices are whole, so a bound may be rounded up; a hair less for what sums of doubles may have gained.
  return best === null ? null : Math.ceil(best - Math.max(1e-3, Math.abs(best) * 1e-10));
}

interface Column {
  readonly kind: number;
  readonly day: PricedDay;
}

/** Duals in micros, within what the rows allow: of the visits first, then of the kinds. */
function clamped(
  prep: Prepared,
  duals: ArrayLike<number>,
  { worth, scale }: { readonly worth: Float64Array; readonly scale: number },
): Float64Array {
  return Float64Array.from(duals, (dual, r) =>
    r < prep.visits ? Math.min(worth[r]!, Math.max(0, dual * scale)) : Math.min(0, dual * scale),
  );
}

/** Duals on the way from those before to the latest: they leap about less (after Wentges, "Weighted Dantzig–Wolfe decomposition for linear mixed-integer programming", Int. Trans. Operational Research 4(2), 1997). */
function between(before: Float64Array, latest: Float64Array, pull: number): Float64Array {
  return latest.map((dual, r) => pull * before[r]! + (1 - pull) * dual);
}

function reducedPrice(prep: Prepared, { kind, day }: Column, dual: Float64Array): number {
  return day.visits.reduce((price, v) => price - dual[v]!, day.price) - dual[prep.visits + kind]!;
}

/** Price of the dearest leg: the unit in which the linear models are told. */
function dearestLeg(kinds: readonly Kind[]): number {
  return kinds.reduce((most, { legPrice }) => legPrice.reduce((m, price) => Math.max(m, price), most), 1);
}

/** What leaving each visit out costs in the model: its price, but never so much that the numbers go astray. */
function worthOf(prep: Prepared, scale: number): Float64Array {
  return Float64Array.from(prep.visitUnplannedPrice, (price, v) =>
    prep.visitHeld[v] ? MOST_WORTH * scale : Math.min(price, MOST_WORTH * scale),
  );
}

/** The visits that a day remembers at each visit: itself and the nearest others, by local number. */
function nearOf(prep: Prepared, kind: Kind): Int32Array[] {
  const m = kind.visits.length;
  return Array.from({ length: m }, (_, a) => {
    const row = prep.visitPlace[kind.visits[a]!]! * prep.places;
    return Int32Array.from(
      Array.from({ length: m }, (_, w) => w)
        .filter((w) => w !== a)
        .map((w) => ({ w, sec: prep.travelSec[row + prep.visitPlace[kind.visits[w]!]!]! }))
        .sort((x, y) => x.sec - y.sec || x.w - y.w)
        .slice(0, NEAR)
        .map(({ w }) => w),
    );
  });
}
