import { BLINK_LEFT } from '@/core/engine/hot/table';
import { prepare } from '@/core/engine/prepare/prepare';
import { NEVER } from '@/core/engine/prepare/prepared';
import { createRecreate, placeBest } from '@/core/engine/recreate/greedy';
import { createSortKeys } from '@/core/engine/recreate/order';
import { place } from '@/core/engine/recreate/place';
import { CELL, DIRTY_0, GENERAL, KIND, LINE } from '@/core/engine/state/cells';
import { createWorkspace, rollBack, settle, type Workspace } from '@/core/engine/state/workspace';
import { createRandom, type Problem } from '@/core/index';
import { fieldProblem } from '../../bench/field-problem';
import { everyFeature } from '../support/every-feature';
import { randomProblem } from '../support/random-problem';

function built(problem: Problem, seed: number): Workspace {
  const work = createWorkspace(prepare(problem), createRandom(seed));
  const recreate = createRecreate(work, createSortKeys(work));
  work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
  for (let v = 0; v < problem.visits.length; v++) if (v % 3 > 0) placeBest(work, recreate, v);
  return work;
}

/** The lanes of a shift with several breaks or travel by the hour: when one is free at each position, at what cost, and how late one may be. */
function lanesOf(routes: Workspace['routes'], prep: Workspace['prep'], s: number) {
  if (prep.shiftLine[s * LINE + KIND] !== GENERAL) return [];
  const lanes = prep.maxBreaks + 1;
  const from = routes.rowOf[s]! * lanes;
  return Array.from({ length: routes.count[s]! * lanes }, (_, i) => i)
    .filter((i) => i % lanes <= prep.breakCount[s]!)
    .map((i) => {
      const [free, late] = [from + i, from + i + lanes];
      const isReached = prep.hasSoft && routes.laneFree[free]! < NEVER;
      const cost = isReached ? [routes.laneCost[free], routes.laneWayCount[free]] : [];
      return [routes.laneFree[free], ...cost, routes.laneLatest[late], routes.laneSoft[late]];
    });
}

/** Everything that follows from the sequence of a shift. */
function stateOf({ routes, prep }: Workspace, s: number) {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const costs = Array.from({ length: prep.hasSoft ? n + 1 : 0 }, (_, p) => {
    const ways = routes.wayCount[row + p]!;
    const isDirty = (lane: number): boolean => routes.cells[(row + p) * CELL + DIRTY_0 + lane] === 1;
    return [isDirty(0) ? routes.costBefore[row + p] : 0, isDirty(1) ? [routes.costBehind[row + p], ways] : 0];
  });
  return {
    visits: [...routes.visitAt.subarray(row, row + n + 2)],
    // The cell at home has no leg, and nobody is free there.
    cells: [...routes.cells.subarray(row * CELL, (row + n + 1) * CELL)],
    costs,
    lanes: lanesOf(routes, prep, s),
    sums: [routes.price[s], routes.penalty[s], routes.load[s], routes.visitSec[s], routes.travelSec[s]],
  };
}

const SIZE = { visits: 20, persons: 4, days: 2 };

const WORLDS: readonly (readonly [string, (seed: number) => Problem])[] = [
  [
    'with soft windows, overtime and breaks',
    (seed) => fieldProblem({ persons: 5, days: 1, visits: 34 }, seed),
  ],
  ['with several breaks', (seed) => everyFeature(seed, SIZE, ['breaks'])],
  ['with travel by the hour', (seed) => everyFeature(seed, SIZE, ['time-of-day'])],
  ['timed in full, with reach', (seed) => everyFeature(seed, SIZE, ['pay', 'breaks', 'reach', 'day-limits'])],
  ['drawn at random', (seed) => randomProblem(seed, { visits: 24, persons: 4, days: 2 })],
];

describe.each(WORLDS)('an insertion worked out from what it changes, problems %s', (_name, make) => {
  it('leaves the same as working out the whole day', () => {
    let inserted = 0;
    for (let seed = 1; seed <= 25; seed++) {
      const work = built(make(seed), seed);
      const { prep, routes } = work;
      for (let v = 0; v < prep.visits; v += 3) {
        for (let s = 0; s < prep.shifts; s++) {
          if (!prep.eligible[v * prep.shifts + s] || routes.count[s] === 0 || routes.shiftOf[v] !== -1)
            continue;
          for (let p = 0; p <= routes.count[s]!; p++) {
            settle(work);
            const before = work.price;
            if (place(work, v, s, p)) {
              const quick = stateOf(work, s);
              expect(work.price - before).toBe(
                routes.price[s]! - work.before.price[s]! - prep.visitUnplannedPrice[v]!,
              );
              expect(routes.hot.refresh(s)).toBe(1);
              expect(stateOf(work, s)).toEqual(quick);
              inserted++;
            }
            rollBack(work, before);
          }
        }
      }
    }
    expect(inserted).toBeGreaterThan(200);
  });
});
