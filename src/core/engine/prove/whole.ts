import type { Choice, Column, Master, PricedDay } from '../days/master';
import { fullMemory } from '../days/memory';
import type { Prepared } from '../prepare/prepared';
import type { Kind } from './kinds';
import { createPricing, FINEST } from './pricing';
import type { RealDay } from './real-days';

/** What the last proof said: duals that give a bound, and for each kind the least that a day costs beyond them. */
export interface Proof {
  /** Micros, as are the duals and the least. */
  readonly bound: number;
  readonly dual: Float64Array;
  readonly least: readonly number[];
}

export interface WholeOptions {
  /** Price of the best plan known, micros: only what is cheaper is of interest. */
  readonly price: number;
  /** When to end, in the milliseconds of `now`. */
  readonly until: number;
  readonly now: () => number;
  readonly isOver: () => boolean;
  readonly realDay: RealDay | null;
}

/** More days, or ways to them, than this are too many to choose from. */
const MOST_DAYS = 30_000;
const MOST_LABELS = 300_000;
/** Share of the time left for finding the days; the rest is for choosing. */
const FINDING = 0.6;
/** Share of what is left then that choosing may take, and its longest: it cannot be stopped in between. */
const CHOOSING = 0.8;
const CHOOSING_SOME = 0.25;
/** A gap so wide that a better plan is looked for before the days are listed. */
const WIDE_GAP = 0.01;
const MOST_SECONDS = 6;
const EVERY = {
  ways: Number.POSITIVE_INFINITY,
  few: Number.POSITIVE_INFINITY,
  labels: MOST_LABELS,
  days: MOST_LABELS,
  everySet: true,
  buckets: FINEST / 2,
};

/**
 * The cheapest choice of days, where few enough can be part of a plan cheaper than the best one known: a
 * day that costs more beyond the duals than the gap cannot (Baldacci, Christofides, Mingozzi, "An exact
 * algorithm for the vehicle routing problem based on the set partitioning formulation", Mathematical
 * Programming 115(2), 2008). Where the gap is wide, a choice of the days met on the way comes first, to close
 * it; where they are still too many, that choice is handed back. Null when time does not last.
 */
export function cheapestChoice(
  prep: Prepared,
  kinds: readonly Kind[],
  master: Master,
  proof: Proof,
  options: WholeOptions,
): Choice | null {
  const choose = (share: number): Choice | null => {
    const end = options.now() + (options.until - options.now()) * share;
    return chooseReal(kinds, master, options, () => (options.isOver() ? 0 : (end - options.now()) / 1000));
  };
  // A better plan first: the closer the gap, the fewer days can be part of one.
  const some =
    options.price - proof.bound > WIDE_GAP * Math.abs(options.price) ? choose(CHOOSING_SOME) : null;
  const price = Math.min(options.price, some?.price ?? Number.POSITIVE_INFINITY);
  const listed = daysBelow(prep, kinds, proof, { ...options, price });
  if (!listed) return some && { ...some, isCheapest: false };
  master.add(listed);
  return choose(CHOOSING) ?? (some && { ...some, isCheapest: false });
}

/**
 * The cheapest choice at real prices: whoever is chosen too cheaply is priced as it is, and the choice made again,
 * for as long as there is time.
 */
function chooseReal(
  kinds: readonly Kind[],
  master: Master,
  { realDay }: WholeOptions,
  secondsLeft: () => number,
): Choice | null {
  const known = new Map<string, PricedDay | null>();
  const realOf = ({ kind, day }: Column): PricedDay | null => {
    const key = `${kind} ${day.visits.join()}`;
    if (!known.has(key)) known.set(key, realDay?.(kinds[kind]!.shift, day.visits) ?? null);
    return known.get(key)!;
  };
  let last: Choice | null = null;
  for (;;) {
    const seconds = secondsLeft();
    const choice = seconds > 0 ? master.choose(Math.min(MOST_SECONDS, seconds)) : null;
    if (!choice) return last;
    last = choice;
    let isReal = true;
    for (const column of choice.days) {
      const real = realOf(column);
      if (!real || real.price <= column.day.price + 1) continue;
      master.replace(column, real);
      isReal = false;
    }
    if (isReal) return choice;
  }
}

/** Every day that can be part of a plan cheaper than `price`; null when they are too many. */
function daysBelow(
  prep: Prepared,
  kinds: readonly Kind[],
  proof: Proof,
  options: WholeOptions,
): Column[] | null {
  const gap = options.price - proof.bound;
  const memory = fullMemory(prep);
  const late = options.now() + (options.until - options.now()) * FINDING;
  const isLate = (): boolean => options.now() > late || options.isOver();
  const found: Column[] = [];
  const priceKind = createPricing(prep);
  for (const [kind, least] of proof.least.entries()) {
    const limits = { ...EVERY, border: gap + Math.min(0, least), isLate, isOver: isLate };
    const { days, isWhole } = priceKind(kinds[kind]!, memory, proof.dual, limits);
    for (const day of cheapestOfEverySet(days)) found.push({ kind, day });
    if (!isWhole || found.length > MOST_DAYS) return null;
  }
  return found;
}

function cheapestOfEverySet(days: readonly PricedDay[]): PricedDay[] {
  const best = new Map<string, PricedDay>();
  for (const day of days) {
    const key = day.visits.toSorted((a, b) => a - b).join();
    const known = best.get(key);
    if (!known || day.price < known.price) best.set(key, day);
  }
  return [...best.values()];
}
