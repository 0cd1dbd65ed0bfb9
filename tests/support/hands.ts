import { solve } from '@/core/engine/index';
import {
  type Board,
  type HandEdit,
  indexProblem,
  keptBoardOf,
  type Plan,
  type Problem,
  type Random,
} from '@/core/index';
import { everyFeature } from './every-feature';

/** A problem with a bit of everything, and a plan of it. */
export function start(seed: number): { problem: Problem; plan: Plan } {
  const problem = everyFeature(seed, { visits: 14, persons: 4, days: 2 });
  const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 40 } });
  if (!result.ok) throw new Error('nothing is held');
  return { problem, plan: result.solution.plan };
}

export function boardFor(problem: Problem, plan: Plan): Board {
  const board = keptBoardOf(indexProblem(problem), plan);
  if (!board) throw new Error('the plan can be read');
  return board;
}

/** Any visit anywhere, for as many people as it wants, at any moment; now and then off its cord, or of another length. */
export function anyEdit(board: Board, random: Random): HandEdit {
  const { visits, shifts } = board.index.problem;
  const visit = visits[random.below(visits.length)]!;
  if (random.below(8) === 0) return { seats: new Map([[visit.id, []]]) };
  if (random.below(6) === 0)
    return {
      seats: new Map(),
      changes: new Map([[visit.id, { durationSec: visit.durationSec + 900 * (random.below(5) + 1) }]]),
    };
  const seats = Array.from({ length: visit.people ?? 1 }, () => shifts[random.below(shifts.length)]!);
  const fromSec = seats[0]!.startSec + random.below(10 * 3600);
  const unique = [...new Map(seats.map((s) => [s.id, s])).values()];
  return { seats: new Map([[visit.id, unique.map((s) => ({ shiftId: s.id, fromSec }))]]) };
}
