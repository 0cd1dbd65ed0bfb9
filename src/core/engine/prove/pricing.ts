import type { PricedDay } from '../days/master';
import type { Memory } from '../days/memory';
import type { Prepared } from '../prepare/prepared';
import { arcsOf } from './arcs';
import type { Kind } from './kinds';
import { createMachine, type Found, type Grid } from './machine';

/** Buckets in which the rest of a day is reckoned at first; more where they tell too little. */
export const COARSE = 160;
export const FINEST = 2000;

export interface Priced {
  readonly days: readonly PricedDay[];
  /** No day of this kind costs less than this beyond the duals of its visits; at most `border`. */
  readonly least: number;
  readonly labels: number;
  /** Whether nothing was dropped: all that lies below the border was seen. */
  readonly isWhole: boolean;
}

export interface PricingLimits {
  /** Only days whose reduced price lies below this are looked for. */
  readonly border: number;
  /** Ways kept for each visit and lane, and whether what they remember does not count; with a limit the search is no proof. */
  readonly ways: number;
  /** Followers of a visit that are looked at, the most promising; with fewer than all the search is no proof. */
  readonly few: number;
  /** Whether the cheapest day of every set of visits is wanted, and not only those that no other beats. */
  readonly everySet: boolean;
  /** Labels in all. */
  readonly labels: number;
  /** Days handed back. */
  readonly days: number;
  /** Buckets in which the rest of the day is reckoned; more tell more, and take longer. */
  readonly buckets: number;
  /** Asked now and then; true ends the search, which is then no proof beyond what the first look gave. */
  readonly isLate: () => boolean;
  /** The same for the first look, without which nothing is proven. */
  readonly isOver: () => boolean;
}

/**
 * Looks for the days of one kind whose price less duals is lowest, by labels that remember only some visits at
 * each (ng-routes: Baldacci, Mingozzi, Roberti, "New route relaxation and pricing strategies for the
 * vehicle routing problem", Operations Research 59(5), 2011).
 */
export type PriceKind = (kind: Kind, memory: Memory, dual: Float64Array, limits: PricingLimits) => Priced;

export function createPricing(prep: Prepared): PriceKind {
  const machine = createMachine(prep);
  return (kind, memory, dual, limits) => {
    if (kind.visits.length === 0) {
      return { days: [], least: Math.min(0, limits.border), labels: 0, isWhole: true };
    }
    const grid = gridFor(prep, kind, limits.buckets);
    const found =
      grid &&
      machine.run(kind, arcsOf(kind, dual, limits.few), memory, grid, {
        ...limits,
        mostWays: limits.ways,
        mostLabels: limits.labels,
      });
    if (!found?.isBegun) return { days: [], least: Number.NEGATIVE_INFINITY, labels: 0, isWhole: false };
    const ends = found.ends.toSorted((a, b) => found.reducedOf(a) - found.reducedOf(b));
    const least = ends.length > 0 ? Math.min(limits.border, found.reducedOf(ends[0]!)) : limits.border;
    const isCut = found.isCut || limits.few < Number.POSITIVE_INFINITY;
    return {
      days: ends.slice(0, limits.days).map((label) => dayOf(kind, dual, found, label)),
      least: isCut ? Math.min(least, found.root) : least,
      labels: found.labels,
      isWhole: !isCut,
    };
  };
}

/** Null when two visits may follow so closely that buckets cannot tell them apart. */
function gridFor(prep: Prepared, { shift, shortest }: Kind, most: number): Grid | null {
  const span = prep.shiftEnd[shift]! + prep.shiftOvertime[shift]! - prep.shiftStart[shift]! + 1;
  const enough = Math.ceil(span / Math.max(1, shortest)) + 1;
  const buckets = Math.max(most, Math.min(COARSE, enough));
  const widthSec = Math.ceil(span / buckets);
  return widthSec > shortest ? null : { buckets, widthSec };
}

function dayOf({ visits }: Kind, dual: Float64Array, found: Found, label: number): PricedDay {
  const day = found.visitsOf(label).map((w) => visits[w]!);
  return { visits: day, price: day.reduce((price, v) => price + dual[v]!, found.reducedOf(label)) };
}
