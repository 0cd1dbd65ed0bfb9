import type { Problem } from '../model/problem';
import type { Annealing } from './accept/annealing';
import { createFewerShifts, isFewerFirst } from './construct/fewer-shifts';
import { constructCheapest } from './construct/start';
import { createAnew, type DayChoice } from './days/anew';
import type { Recreate } from './recreate/greedy';
import type { Budget, SearchSteps } from './search';
import { loadDays } from './state/load';
import type { Workspace } from './state/workspace';

/** Where the budget is known in seconds only, so many iterations a second are reckoned with. */
const ITERATIONS_A_SECOND = 10_000;
/** Iterations a visit below which a start is not worth its time, where shifts differ and where most are alike. */
const ITERATIONS_A_START = { differing: 60, alike: 250 } as const;
const MOST_STARTS = 6;
const MOST_VISITS = 400;

/** Whether a search, or a proof after it, makes use of linear models if it is given some: what makes them takes 75 MB. */
export function usesLinearModels(problem: Problem): boolean {
  return problem.visits.length <= MOST_VISITS;
}

/** Share of the budget for a plan with fewer shifts, where that comes first. */
const FEWER_SHARE = 0.25;
/** Share of the budget for going on from the best of the starts, and where its cooling begins. */
const LAST_SHARE = 0.4;
const LAST_HEAT = 0.1;
/** How often that is done where days can be put together anew before. */
const CHOICES = 2;

/**
 * How the search goes: one cooling; or, where a small problem leaves time for it, several from different first plans,
 * and a last one from the best of them. Who goes to which town, or how many go at all, is decided early and hardly
 * ever undone later, so that one start more is worth more than a longer one. Days that were met in different ones are
 * put together anew in between. Where a shift less is worth more than all the driving,
 * fewer are looked for first.
 */
export function stepsFor(
  work: Workspace,
  recreate: Recreate,
  options: {
    readonly annealing: Annealing;
    readonly budget: Budget;
    readonly isGiven: boolean;
    readonly choice: DayChoice | null;
  },
): SearchSteps {
  const { annealing, choice, budget } = options;
  const starts = options.isGiven ? 1 : startsFor(work, options.budget);
  if (starts < 2) return { phases: [{ until: 1, annealing }] };
  const anew = choice && createAnew(work, recreate, budget, choice);
  const fewer = isFewerFirst(work) ? createFewerShifts(work, recreate) : null;
  const first = fewer
    ? [
        { until: FEWER_SHARE, annealing, fewer },
        { until: 1 - LAST_SHARE, annealing, fewer },
      ]
    : Array.from({ length: starts }, (_, i) => ({ until: ((1 - LAST_SHARE) * (i + 1)) / starts, annealing }));
  const last = { startPrice: annealing.startPrice * LAST_HEAT, endPrice: annealing.endPrice };
  const lasts = anew ? CHOICES : 1;
  return {
    phases: [
      ...first,
      ...Array.from({ length: lasts }, (_, i) => ({
        until: 1 - LAST_SHARE + (LAST_SHARE * (i + 1)) / lasts,
        annealing: last,
      })),
    ],
    onPhase: (ended) => {
      if (ended >= first.length - 1) anew?.choose();
      else if (!fewer || fewer.wasEasy()) beginAfresh(work, recreate);
    },
    onEnd: () => anew?.dispose(),
  };
}

function startsFor({ prep, links, movable }: Workspace, budget: Budget): number {
  const kinds = new Set(prep.shiftTwin).size;
  if (links.hasLinks || movable.length > MOST_VISITS) return 1;
  const iterations = budget.kind === 'seconds' ? budget.seconds * ITERATIONS_A_SECOND : budget.iterations;
  const each = kinds < prep.shifts / 2 ? ITERATIONS_A_START.alike : ITERATIONS_A_START.differing;
  return Math.min(MOST_STARTS, Math.floor(iterations / Math.max(1, movable.length * each)));
}

/** Takes out all that may move and puts it back in an order drawn at random. */
function beginAfresh(work: Workspace, recreate: Recreate): void {
  const { prep, routes, random } = work;
  const isEmptied = loadDays(work, (s) => {
    const row = routes.rowOf[s]! + 1;
    return routes.visitAt.slice(row, row + routes.count[s]!).filter((v) => prep.visitHeld[v] === 1);
  });
  if (!isEmptied) return;
  const order = Array.from(prep.visitPlace, (_, v) => ({ v, key: random.next() }));
  order.sort((a, b) => a.key - b.key);
  constructCheapest(
    work,
    recreate,
    order.map(({ v }) => v),
  );
}
