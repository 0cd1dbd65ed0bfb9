import { type Column, createMaster, type Solved } from '../days/master';
import { createMemory } from '../days/memory';
import { type MetDays, takeMet } from '../days/met';
import type { CreateLinearModel } from '../linear';
import type { Prepared } from '../prepare/prepared';
import { type Kind, kindsOf } from './kinds';
import { COARSE, createPricing, FINEST, type Priced, type PricingLimits } from './pricing';
import type { RealDay } from './real-days';
import { cheapestChoice, type Proof } from './whole';

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
  /** Other days met, from which the model takes what looks cheap. */
  readonly met: MetDays;
  /** Price of that plan, micros: a bound that reaches it is as good as any. */
  readonly price: number;
  /** What single days really cost, where that can be told. */
  readonly realDay: RealDay | null;
}

export interface Bound {
  /** Micros; null when none is had in time. */
  readonly bound: number | null;
  /** Days of a plan that is cheaper than the one known, if the proof came by one. */
  readonly days: readonly { readonly shift: number; readonly visits: readonly number[] }[] | null;
}

/** More visits than this are not tried: pricing would take all the time and prove nothing. */
const MOST_VISITS = 260;
/** No visit is worth more than so many of the dearest legs; a lower worth is still a bound. */
const MOST_WORTH = 300;
/** How far the duals are pulled back to those of the round before. */
const PULL = 0.7;
/** Days added to the model a kind and round, and how many are enough to solve it again. */
const ENOUGH = 60;
/** So few new days a round that it is time for a proof. */
const HARDLY = 10;
/** A kind may use so much of its even share of the time that is left; what is cut short still proves something. */
const SLICE = 0.7;
/** Once a proof reaches this share of what the model says, it is time for a tighter model. */
const NEAR_ENOUGH = 0.98;
/** Time for a tighter model between two proofs, as a multiple of what a proof takes. */
const ROUGH_SHARE = 2;
const DAYS_A_KIND = 20;
/** Days met before that are added a round. */
const MET_A_ROUND = 300;
/** How days are looked for at first, and once that finds hardly any. */
const ROUGHLY = {
  labels: 20_000,
  days: DAYS_A_KIND,
  everySet: false,
  buckets: 0,
} as const;
const ROUGH = [
  { ...ROUGHLY, ways: 30, few: 9 },
  { ...ROUGHLY, ways: 80, few: 24 },
  { ...ROUGHLY, ways: Number.POSITIVE_INFINITY, few: 24, labels: 4000 },
] as const;
const FULL = {
  ways: Number.POSITIVE_INFINITY,
  few: Number.POSITIVE_INFINITY,
  labels: 200_000,
  days: DAYS_A_KIND,
  everySet: false,
};
/** So many labels are too many as long as finer buckets might do with fewer. */
const MANY_LABELS = 4000;
/** What a label costs, in steps of reckoning the rest of the day. */
const STEPS_A_LABEL = 200;
const FINER = 3;
/** Reduced prices nearer to nothing than this share of the dearest leg are nothing. */
const NOTHING = 2e-5;

/**
 * A lower bound on the price of any plan, micros, by column generation over days; null when none is had
 * in time. Rules and prices that tie days together, and what makes a day only dearer or shorter, are
 * left out. Any duals at all give a bound (Lagrange): the sum of the duals, and for each shift the
 * least that a day can cost beyond them (Desrochers, Desrosiers, Solomon, "A new optimization algorithm
 * for the vehicle routing problem with time windows", Operations Research 40(2), 1992).
 *
 * Days may first come to the same visit twice, which is quickly proven; then that is forbidden step by
 * step where the model makes use of it, and every step proves more, for as long as time lasts.
 */
export function lowerBound(prep: Prepared, options: BoundOptions): Bound {
  if (prep.visits > MOST_VISITS) return { bound: null, days: null };
  const kinds = kindsOf(prep);
  const memory = createMemory(prep);
  const priceKind = createPricing(prep);
  const until = options.now() + options.seconds * 1000;
  const isOver = (): boolean => options.now() > until || options.shouldStop();
  const scale = dearestLeg(kinds);
  const kindOf = new Map(kinds.map((kind, k) => [prep.shiftTwin[kind.shift]!, k]));
  const start = options.start.map(
    ({ shift, visits, price }): Column => ({
      kind: kindOf.get(prep.shiftTwin[shift]!)!,
      day: { visits, price },
    }),
  );
  const { linear, guess } = options;
  const master = createMaster(prep, kinds, { linear, scale, worth: worthOf(prep, scale), guess, start });
  const nothing = NOTHING * scale;

  let best: Proof | null = null;
  let last: Float64Array | null = null;
  let pull = PULL;
  let level = 0;
  let turn = 0;
  const buckets = kinds.map(() => COARSE);
  let nextProofAt = Number.NEGATIVE_INFINITY;
  const look = (k: number, { dual }: Solved, isLate: () => boolean): { least: number; found: number } => {
    const border = Math.min(0, last![prep.visits + k]!) - nothing;
    const priced = (limits: Omit<PricingLimits, 'border' | 'isLate' | 'isOver'>): Priced =>
      priceKind(kinds[k]!, memory, last!, { ...limits, border, isLate, isOver });
    const rough = ROUGH[level];
    const { days, least } = rough ? priced(rough) : inBuckets(k, priced);
    master.add(days.map((day) => ({ kind: k, day })));
    const found = days.filter((day) => reducedPrice(prep, { kind: k, day }, dual) < -nothing).length;
    return { least, found };
  };
  /** Goes over to finer buckets where these let too many labels through. */
  const inBuckets = (
    k: number,
    priced: (limits: typeof FULL & { readonly buckets: number }) => Priced,
  ): Priced => {
    let least = Number.NEGATIVE_INFINITY;
    for (;;) {
      const finer = Math.min(FINEST, buckets[k]! * FINER);
      const many = Math.max(MANY_LABELS, (kinds[k]!.after.length * finer) / STEPS_A_LABEL);
      const isFinest = buckets[k] === FINEST;
      const found = priced({ ...FULL, labels: isFinest ? FULL.labels : many, buckets: buckets[k]! });
      least = Math.max(least, found.least);
      if (found.labels <= many || isFinest) return { ...found, least };
      buckets[k] = finer;
    }
  };
  /** A few kinds at a time: the duals are soon out of date. */
  const lookRoughly = (solved: Solved): void => {
    let found = 0;
    for (let tried = 0; tried < kinds.length && found < ENOUGH && !isOver(); tried++) {
      found += look(turn, solved, isOver).found;
      turn = (turn + 1) % kinds.length;
    }
    if (found < ENOUGH) master.raiseCaps(solved);
    let isDone = found < HARDLY && !master.leavesOut(solved);
    if (found > 0) pull = PULL;
    else if (pull > 0) pull = 0;
    else if (master.raiseCaps(solved) === 0) isDone = true;
    if (!isDone) return;
    level++;
    // Without a proof of anything yet, the loose model is proven first; later a proof now and then is enough.
    const isProofDue = best === null || options.now() > nextProofAt;
    if (level === ROUGH.length && !isProofDue && master.tighten(solved, memory)) level = 0;
  };
  /** One round of proof; returns whether there is more to be had. */
  const proveMore = (solved: Solved): boolean => {
    const begun = options.now();
    let found = 0;
    let sum = 0;
    const least: number[] = [];
    for (let v = 0; v < prep.visits; v++) sum += last![v]!;
    for (let k = 0; k < kinds.length; k++) {
      // Whoever is cut short hands back what the first look gave, which is never too much.
      const slice = options.now() + (Math.max(0, until - options.now()) * SLICE) / (kinds.length - k);
      const priced = look(k, solved, () => options.now() > slice || isOver());
      sum += kinds[k]!.count * Math.min(0, priced.least);
      least.push(priced.least);
      found += priced.found;
    }
    const took = options.now() - begun;
    nextProofAt = options.now() + ROUGH_SHARE * took;
    if (Number.isFinite(sum) && (best === null || sum > best.bound))
      best = { bound: sum, dual: last!, least };
    if (best !== null && roundedUp(best.bound) >= options.price) return false;
    // Another one would be cut short.
    if (options.now() + took > until) return false;
    if (sum > solved.price * NEAR_ENOUGH && master.tighten(solved, memory)) {
      level = 0;
      pull = PULL;
      return true;
    }
    if (sum > solved.price * (1 - 1e-4) && master.raiseCaps(solved) === 0) return false;
    if (found >= HARDLY) pull = PULL;
    else if (pull > 0) pull = 0;
    else if (found === 0) return master.raiseCaps(solved) > 0;
    return true;
  };
  const kindOfTwin = Int32Array.from(prep.shiftTwin, (twin) => kindOf.get(twin)!);
  let isMetDone = false;
  while (!isOver()) {
    const solved = master.solve(Math.max(0.1, (until - options.now()) / 1000));
    if (!solved) break;
    const taken = takeMet(options.met, master, solved.dual, {
      visits: prep.visits,
      kindOfTwin,
      most: MET_A_ROUND,
      nothing,
    });
    // What the days met say each visit is worth is where looking for others begins.
    if (taken > 0 || (!isMetDone && master.raiseCaps(solved) > 0)) continue;
    isMetDone = true;
    last = last && pull > 0 ? between(last, solved.dual, pull) : solved.dual;
    if (level < ROUGH.length) lookRoughly(solved);
    else if (!proveMore(solved)) break;
  }
  const proof = best as Proof | null;
  if (
    proof === null ||
    roundedUp(proof.bound) >= options.price ||
    !Number.isFinite(options.price) ||
    isOver()
  ) {
    master.dispose();
    return { bound: proof && roundedUp(proof.bound), days: null };
  }
  const { price, now, realDay } = options;
  const choice = cheapestChoice(prep, kinds, master, proof, { price, until, now, isOver, realDay });
  master.dispose();
  if (!choice) return { bound: roundedUp(proof.bound), days: null };
  // The model is solved within a tolerance of a millionth of its unit a row.
  const slack = scale * 1e-6 * (prep.visits + kinds.length);
  const chosen = choice.isCheapest ? roundedUp(choice.price - slack) : Number.NEGATIVE_INFINITY;
  const bound = Math.min(price, Math.max(roundedUp(proof.bound), chosen));
  return { bound, days: choice.price < price - slack ? shiftsFor(prep, kinds, choice.days) : null };
}

/** Gives each chosen day a shift of its kind. */
function shiftsFor(prep: Prepared, kinds: readonly Kind[], days: readonly Column[]) {
  const free = kinds.map(({ shift }) =>
    [...prep.shiftTwin.keys()].filter((s) => prep.shiftTwin[s] === prep.shiftTwin[shift]),
  );
  return days.map(({ kind, day }) => ({ shift: free[kind]!.pop()!, visits: day.visits }));
}

/** Prices are whole, so a bound may be rounded up; a hair less for what sums of doubles may have gained. */
function roundedUp(bound: number): number {
  return Math.ceil(bound - Math.max(1e-3, Math.abs(bound) * 1e-10));
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
