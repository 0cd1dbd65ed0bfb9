import { BEST_POSITION, BEST_PRICE, BLINK_LEFT } from '@/core/engine/hot/table';
import { prepare } from '@/core/engine/prepare/prepare';
import { NEVER } from '@/core/engine/prepare/prepared';
import { placeGroup } from '@/core/engine/recreate/linked';
import { place } from '@/core/engine/recreate/place';
import { takeOutBetween } from '@/core/engine/ruin/take-out';
import { copyPins, copyRoute, createSnapshot, positionOf } from '@/core/engine/state/edit';
import { createWorkspace, rollBack, settle, touch, type Workspace } from '@/core/engine/state/workspace';
import { toPlan } from '@/core/engine/to-plan';
import { createRandom, indexProblem, type Plan, type Problem } from '@/core/index';

interface Choice {
  shift: number;
  position: number;
  price: number;
  second: number;
}

/** What was found for each visit on each shift, while the route has the version noted with it. */
interface Known {
  readonly version: Int32Array;
  readonly price: Float64Array;
  readonly position: Int32Array;
}

function look(work: Workspace, known: Known, v: number, s: number): void {
  const { hot, version } = work.routes;
  const at = v * work.prep.shifts + s;
  if (known.version[at] === version[s]) return;
  known.version[at] = version[s]!;
  const isFound = hot.chooseOn(v, s, Number.POSITIVE_INFINITY) >= 0;
  known.price[at] = isFound ? hot.floats[BEST_PRICE / 8]! : Number.POSITIVE_INFINITY;
  known.position[at] = hot.ints[BEST_POSITION / 4]!;
}

/** Cheapest and second cheapest shift for a visit. */
function choiceFor(work: Workspace, known: Known, v: number): Choice {
  const { prep } = work;
  const choice: Choice = {
    shift: -1,
    position: 0,
    price: Number.POSITIVE_INFINITY,
    second: Number.POSITIVE_INFINITY,
  };
  for (let s = 0; s < prep.shifts; s++) {
    if (!prep.eligible[v * prep.shifts + s]) continue;
    look(work, known, v, s);
    const price = known.price[v * prep.shifts + s]!;
    if (price < choice.price) {
      choice.second = choice.price;
      choice.price = price;
      choice.shift = s;
      choice.position = known.position[v * prep.shifts + s]!;
    } else choice.second = Math.min(choice.second, price);
  }
  return choice;
}

/**
 * How a careful planner with a good tool might do it: always place next the visit that would regret most
 * to lose its best shift, then move single visits to better places until none is left.
 */
export function regretAndLocalSearch(problem: Problem): Plan {
  const prep = prepare(problem);
  const work = createWorkspace(prep, createRandom(1));
  work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
  const waiting = new Set(
    Array.from({ length: prep.visits }, (_, v) => v).filter((v) => prep.leadOf[v] === v),
  );
  const pairs = prep.visits * prep.shifts;
  const seen: Known = {
    version: new Int32Array(pairs).fill(-1),
    price: new Float64Array(pairs),
    position: new Int32Array(pairs),
  };
  const known = new Map<number, Choice>();
  let changed = -1;
  while (waiting.size > 0) {
    let chosen = -1;
    let most = Number.NEGATIVE_INFINITY;
    for (const v of waiting) {
      const old = known.get(v);
      const isStale = !old || changed < 0 || prep.eligible[v * prep.shifts + changed] === 1;
      const choice = old && !isStale ? old : choiceFor(work, seen, v);
      known.set(v, choice);
      const regret = Math.min(choice.second, prep.visitUnplannedPrice[v]!) - choice.price;
      if (choice.shift >= 0 && regret > most) {
        most = regret;
        chosen = v;
      }
    }
    if (chosen < 0) break;
    waiting.delete(chosen);
    const { shift, position, price } = known.get(chosen)!;
    changed = shift;
    if (prep.links.linked[chosen]) placeGroup(work, prep.links.groupOf[chosen]!, Number.POSITIVE_INFINITY);
    else if (price < prep.visitUnplannedPrice[chosen]!) place(work, chosen, shift, position);
  }
  for (let isBetter = true; isBetter; ) {
    isBetter = false;
    for (let v = 0; v < prep.visits; v++) {
      if (prep.links.linked[v] || prep.visitHeld[v]) continue;
      settle(work);
      const before = work.price;
      const s = work.routes.shiftOf[v]!;
      if (s >= 0) {
        touch(work, s);
        const p = positionOf(work.routes, v);
        takeOutBetween(work, s, p, p, () => false);
      }
      const choice = choiceFor(work, seen, v);
      if (choice.shift >= 0) place(work, v, choice.shift, choice.position);
      if (work.price < before) isBetter = true;
      else rollBack(work, before);
    }
  }
  const best = createSnapshot(prep, work.routes);
  for (let s = 0; s < prep.shifts; s++) copyRoute(work.routes, s, best);
  copyPins(work.pins, best);
  return toPlan(indexProblem(problem), problem, prep, best, work.price);
}
