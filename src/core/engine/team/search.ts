import { assert } from '../../base/assert';
import { createRandom } from '../../base/random';
import { type Annealing, temperatureAt } from '../accept/annealing';
import { countUsed, iterate } from '../iterate';
import type { Recreate } from '../recreate/greedy';
import type { Budget, SearchState, SearchWatch, StopReason } from '../search';
import { createSnapshot, type Snapshot } from '../state/edit';
import type { Workspace } from '../state/workspace';
import { type Board, endTurn, isEnded, meet } from './board';
import { type Changes, copyDays, readChanges, takeChanges, writeChanges } from './changes';
import { createCut, cutAnew, groupsOf } from './cut';

/** What a member of a team is told before it begins. */
export interface Membership {
  readonly board: Board;
  readonly member: number;
  /** Equal for all: they cut alike. */
  readonly seed: number;
  readonly annealing: Annealing;
  /** Iterations of each member, where the budget is in iterations; then a turn is as long for all, and a search repeats. */
  readonly iterations: number | null;
}

/** What the first member looks after: the budget, and whoever watches. */
export interface Lead {
  readonly budget: Budget;
  readonly watch: SearchWatch;
}

/** Iterations of a turn: long enough for meeting to cost little, short enough for what a cut forbids to cost little. */
const TURN = 150;

/**
 * Ruin and recreate by several at once, on one plan. For a turn each works on shifts of its own, near a visit of its
 * own; then all tell what they have changed and take over what the others have, so that everybody has the same plan
 * in hand, and the shifts are divided anew. The first member, who has `lead`, says when it ends.
 */
export function searchTogether(
  work: Workspace,
  recreate: Recreate,
  membership: Membership,
  lead: Lead | null,
): { best: Snapshot; bestPrice: number; stop: StopReason; state: SearchState } {
  const { board, member, annealing } = membership;
  const { prep, routes } = work;
  const groups = groupsOf(prep);
  const cuts = createRandom(membership.seed);
  const cut = createCut(prep, board.members);
  const best = createSnapshot(prep, routes);
  let bestPrice = Number.POSITIVE_INFINITY;
  /** Shifts that this member has changed since all last met, and those that differ from the best plan. */
  const changed = new Uint8Array(prep.shifts);
  const differs = new Set<number>();
  let turn = 0;
  let iterations = 0;
  let accepted = 0;
  let improved = 0;
  let temperature = annealing.startPrice;
  let isStopped = false;
  const startedAt = lead?.budget.kind === 'seconds' ? lead.budget.now() : 0;
  const shareUsed = ({ budget }: Lead): number =>
    budget.kind === 'seconds'
      ? (budget.now() - startedAt) / 1000 / budget.seconds
      : iterations / Math.max(1, budget.iterations);
  const state = (): SearchState => ({
    iterations: board.iterations.reduce((sum, n) => sum + n, 0),
    accepted,
    improved,
    temperature,
    bestPrice,
    currentPrice: work.price,
  });
  const tell = (): void => {
    writeChanges(work, changed, board.changes[turn & 1]![member]!);
    for (let s = 0; s < prep.shifts; s++) if (changed[s] === 1) differs.add(s);
    changed.fill(0);
    board.iterations[member] = iterations;
    if (!lead) return;
    isStopped = lead.watch.shouldStop();
    board.share[turn & 1] = isStopped ? 1 : shareUsed(lead);
  };
  const takeOver = (): void => {
    const changes: Changes = { days: new Map(), pinned: new Map(), hours: new Map() };
    for (const [other, told] of board.changes[turn & 1]!.entries()) {
      if (other !== member) readChanges(work, told, changes);
    }
    for (const s of changes.days.keys()) differs.add(s);
    const isDone = takeChanges(work, changes);
    assert(isDone, 'days that others have planned can be done');
  };
  const keepBest = (): void => {
    if (work.price >= bestPrice) return;
    improved++;
    bestPrice = work.price;
    copyDays(work, differs, best);
    differs.clear();
  };
  /** Divides the shifts anew; false where nothing is left for this member. */
  const divide = (): boolean => {
    cutAnew(work, groups, cut, cuts);
    for (let s = 0; s < prep.shifts; s++) work.near.open[s] = cut.ofShift[s] === member ? 1 : 0;
    for (let v = 0; v < prep.visits; v++) work.isOwn[v] = cut.ofVisit[v] === member ? 1 : 0;
    work.focus.at = cut.focus[member]!;
    work.focus.left = TURN + 1;
    return work.focus.at >= 0;
  };
  const takeTurn = (): void => {
    const isTimed = membership.iterations === null;
    const length = isTimed ? TURN : Math.min(TURN, membership.iterations - iterations);
    countUsed(work);
    for (let i = 0; i < length; i++) {
      // Whoever is first ends the turn for all, so that nobody waits.
      if (isTimed && isEnded(board, turn)) return;
      iterations++;
      if (!iterate(work, recreate, temperature)) continue;
      accepted++;
      for (let k = 0; k < work.touchedCount; k++) changed[work.touched[k]!] = 1;
    }
    endTurn(board, turn);
  };
  // At first the plan is the first member's.
  if (lead) for (let s = 0; s < prep.shifts; s++) changed[s] = routes.count[s]! > 0 ? 1 : 0;
  for (;;) {
    tell();
    meet(board);
    takeOver();
    keepBest();
    const share = board.share[turn & 1]!;
    temperature = temperatureAt(annealing, share);
    lead?.watch.onTick(state(), best);
    if (share >= 1) return { best, bestPrice, stop: isStopped ? 'stopped' : 'budget', state: state() };
    turn++;
    if (divide()) takeTurn();
  }
}
