import type { Prepared } from '../prepare/prepared';
import { FINEST } from './completion';
import type { Kind } from './kinds';
import type { Choice, Master } from './master';
import { fullMemory } from './memory';
import { type PricedDay, priceKind } from './pricing';

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
}

/** More days, or ways to them, than this are too many to choose from. */
const MOST_DAYS = 30_000;
const MOST_LABELS = 300_000;
/** Share of the time left for finding the days; the rest is for choosing. */
const FINDING = 0.6;
/** Share of what is left then that choosing may take, and its longest: it cannot be stopped in between. */
const CHOOSING = 0.8;
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
 * Programming 115(2), 2008). Null when there are too many, or time does not last.
 */
export function cheapestChoice(
  prep: Prepared,
  kinds: readonly Kind[],
  master: Master,
  proof: Proof,
  options: WholeOptions,
): Choice | null {
  const gap = options.price - proof.bound;
  const memory = fullMemory(prep);
  const late = options.now() + (options.until - options.now()) * FINDING;
  const isLate = (): boolean => options.now() > late || options.isOver();
  const found: { readonly kind: number; readonly days: PricedDay[] }[] = [];
  let count = 0;
  for (const [kind, least] of proof.least.entries()) {
    const limits = { ...EVERY, border: gap + Math.min(0, least), isLate, isOver: isLate };
    const { days, isWhole } = priceKind(prep, kinds[kind]!, memory, proof.dual, limits);
    const own = cheapestOfEverySet(days);
    count += own.length;
    if (!isWhole || count > MOST_DAYS) return null;
    found.push({ kind, days: own });
  }
  for (const { kind, days } of found) master.add(kind, days);
  const left = (options.until - options.now()) / 1000;
  return left > 0 ? master.choose(Math.min(MOST_SECONDS, CHOOSING * left)) : null;
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
