import { type Board, indexProblem, keptBoardOf, type Remedy, restOfDay } from '@/core/index';
import { personAndDate } from '../../shared/problem/make-shifts';
import type { OpenDay } from '../open-day';

/** What is left of a day goes with what is expected of it. */
const boards = new WeakMap<OpenDay['expected'], Board>();

/** What is left of a day, ready for trying ways out. */
export function boardOfRest(open: OpenDay, date: string): Board {
  const known = boards.get(open.expected);
  if (known) return known;
  const { problem, plan } = restFor(open, date);
  const board = keptBoardOf(indexProblem(problem), plan);
  if (!board) throw new Error('What is left of the day cannot be replayed');
  boards.set(open.expected, board);
  return board;
}

/** What is left of a day as a problem and a plan of its own. */
export function restFor(open: OpenDay, date: string): ReturnType<typeof restOfDay> {
  const { kept } = open.ground;
  const routes = kept.verdict.timed.routes.filter((r) => personAndDate(r.shift.id).date === date);
  return restOfDay(kept.index, routes, open.expected, open.facts);
}

/** A day with what is left of it, and a way out of what goes wrong. */
export interface DayWay {
  readonly open: OpenDay;
  readonly board: Board;
  readonly remedy: Remedy;
}
