import { limitFor } from '../accept/annealing';
import { travelPrice } from '../accept/heat';
import { iterate } from '../iterate';
import { type Recreate, recreateGreedy } from '../recreate/greedy';
import { ruinStrings } from '../ruin/strings';
import { takeOutBetween } from '../ruin/take-out';
import { rollBack, settle, touch, type Workspace } from '../state/workspace';

/** Share of the steps within which the fewest shifts are met where that was easy. */
const EASY = 0.25;

/** Looks for a plan of the same visits with fewer shifts used. */
export interface FewerShifts {
  /**
   * One iteration at a temperature in micros, the first time with ever fewer shifts, later with as few as are known to
   * do; returns whether the plan in hand is another now.
   */
  step(temperature: number, isFirst: boolean): boolean;
  /** Lets all shifts be used again. */
  end(): void;
  /** Whether the fewest shifts known were met so early that another plan is likely to do with them as well. */
  wasEasy(): boolean;
}

/** Whether a shift less is worth more than all the driving: then fewer are looked for before anything else. */
export function isFewerFirst(work: Workspace): boolean {
  const { prep, links, loose, movable } = work;
  if (links.hasLinks || loose.count > 0 || movable.length < prep.visits) return false;
  const driving = travelPrice(work);
  return driving > 0 && prep.outPrice.every((price) => price > driving);
}

/**
 * Empties the used shift with the fewest visits and closes it, and then places its visits on the others, however dear:
 * a plan is taken if those it leaves out were left out less often so far (the "absent customers" of
 * Christiaens and Vanden Berghe 2020). Once all have a place, the next shift is emptied.
 */
export function createFewerShifts(work: Workspace, recreate: Recreate): FewerShifts {
  const { prep, routes, loose, near } = work;
  const leftOut = new Float64Array(prep.visits);
  const fewest = fewestPossible(work);
  const leftOutSum = (): number => {
    let sum = 0;
    for (let i = 0; i < loose.count; i++) sum += leftOut[loose.list[i]!]!;
    return sum;
  };
  let known = prep.shifts;
  let steps = 0;
  let knownAt = 0;
  const emptyNext = (isFirst: boolean): boolean => {
    const used = [...routes.count.keys()].filter((s) => routes.count[s]! > 0);
    if (used.length < known) {
      known = used.length;
      knownAt = steps;
    }
    if (used.length <= (isFirst ? fewest : known)) return false;
    for (const [s, count] of routes.count.entries()) near.open[s] = count > 0 ? 1 : 0;
    const s = used.reduce((a, b) => (routes.count[b]! < routes.count[a]! ? b : a));
    touch(work, s);
    takeOutBetween(work, s, 1, routes.count[s]!, () => false);
    near.open[s] = 0;
    work.usedRoutes = used.length - 1;
    return true;
  };
  return {
    step: (temperature, isFirst) => {
      steps++;
      if (loose.count === 0) {
        settle(work);
        return emptyNext(isFirst) || iterate(work, recreate, temperature);
      }
      settle(work);
      const before = work.price;
      const sumBefore = leftOutSum();
      const limit = limitFor(before, temperature, work.random);
      const seed = ruinStrings(work);
      if (!work.isStuck) recreateGreedy(work, recreate, seed, Number.POSITIVE_INFINITY);
      const sum = leftOutSum();
      const isTaken = !work.isStuck && (sum < sumBefore || (sum === sumBefore && work.price <= limit));
      work.isStuck = false;
      for (let i = 0; i < loose.count; i++) leftOut[loose.list[i]!]!++;
      if (!isTaken) rollBack(work, before);
      return isTaken;
    },
    end: () => near.open.fill(1),
    wasEasy: () => knownAt < EASY * steps,
  };
}

/** No plan uses fewer shifts than this: what they can carry. */
function fewestPossible({ prep }: Workspace): number {
  const demand = prep.visitDemand.reduce((sum, d) => sum + d, 0);
  const most = prep.shiftCapacity.reduce((a, b) => Math.max(a, b), 0);
  return most > 0 ? Math.max(1, Math.ceil(demand / most)) : 1;
}
