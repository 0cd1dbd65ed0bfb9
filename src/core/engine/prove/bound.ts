import type { CreateLinearModel, LinearColumn } from '../linear';
import type { Prepared } from '../prepare/prepared';
import { type Kind, kindsOf } from './kinds';
import { type Priced, type PricedDay, type PricingLimits, priceKind } from './pricing';

export interface BoundOptions {
  readonly linear: CreateLinearModel;
  readonly seconds: number;
  readonly now: () => number;
  readonly shouldStop: () => boolean;
  /** Days of a good plan, by shift, to begin with. */
  readonly start: readonly {
    readonly shift: number;
    readonly visits: readonly number[];
    readonly price: number;
  }[];
}

/** More visits than this are not tried: pricing would take all the time and prove nothing. */
const MOST_VISITS = 260;
const NEAR = 7;
/** No visit is worth more than so many of the dearest legs; a lower worth is still a bound. */
const MOST_WORTH = 300;
const ROUGH: Pick<PricingLimits, 'ways' | 'labels'> = { ways: 2, labels: 8000 };
const FULL: Pick<PricingLimits, 'ways' | 'labels'> = { ways: Number.POSITIVE_INFINITY, labels: 200_000 };
/** How far the duals are pulled back to the best ones. */
const PULL = 0.7;
/** Days added to the model a round, over all kinds. */
const DAYS_A_ROUND = 200;
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
  model.add(Array.from(worth, (price, v) => ({ price: price / scale, rows: [v] })));
  const columnOf = ({ kind, day }: Column): LinearColumn => ({
    price: day.price / scale,
    rows: [...day.visits, prep.visits + kind],
  });
  model.add(
    options.start.map(({ shift, visits, price }) =>
      columnOf({ kind: kindOf.get(prep.shiftTwin[shift]!)!, day: { visits, price } }),
    ),
  );
  const days = Math.max(4, Math.ceil(DAYS_A_ROUND / kinds.length));
  let best: number | null = null;
  let centre: Float64Array | null = null;
  let pull = 0;
  let isRough = true;
  while (!isOver()) {
    const solved = model.relax(Math.max(0.1, (until - options.now()) / 1000));
    if (!solved) break;
    const exact = clamped(prep, solved.duals, { worth, scale });
    const dual: Float64Array = centre && pull > 0 ? between(centre, exact, pull) : exact;
    let sum = 0;
    for (let v = 0; v < prep.visits; v++) sum += dual[v]!;
    let found = 0;
    let isComplete = true;
    for (const [k, kind] of kinds.entries()) {
      const border = Math.min(0, dual[prep.visits + k]!) - NOTHING * scale;
      const limits = { ...(isRough ? ROUGH : FULL), days, border, isOver };
      const priced: Priced = priceKind(prep, kind, near[k]!, dual, limits);
      model.add(priced.days.map((day) => columnOf({ kind: k, day })));
      for (const day of priced.days) {
        if (reducedPrice(prep, { kind: k, day }, exact) < -NOTHING * scale) found++;
      }
      sum += kind.count * Math.min(0, priced.least);
      if (isOver() && k < kinds.length - 1) {
        isComplete = false;
        break;
      }
    }
    if (isComplete && Number.isFinite(sum) && (best === null || sum > best)) {
      best = sum;
      centre = dual;
    }
    if (best !== null && !isRough && best > solved.price * scale * (1 - 1e-4)) break;
    if (found > 0) pull = isRough ? PULL : 0;
    else if (pull > 0) pull = 0;
    else if (isRough) isRough = false;
    else break;
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

/** Duals on the way from the latest to the best ones: they leap about less (Wentges, "Weighted Dantzig–Wolfe decomposition for linear mixed-integer programming", Int. Trans. Operational Research 4(2), 1997). */
function between(centre: Float64Array, latest: Float64Array, pull: number): Float64Array {
  return latest.map((dual, r) => pull * centre[r]! + (1 - pull) * dual);
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
