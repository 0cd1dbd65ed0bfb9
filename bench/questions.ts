/**
 * How long questions about a plan take: `npx tsx bench/questions.ts [seconds of planning]`. On M, and on 50 people over
 * 14 days with as many visits a day; medians of nine in one process.
 */
import { solve } from '@/core/engine/index';
import {
  applyHand,
  boardOf,
  funnelOf,
  indexProblem,
  keptBoardOf,
  keptOffers,
  offerWindows,
  placesFor,
  planOfHand,
  type Visit,
  windowsWithin,
} from '@/core/index';
import { FIELD_SIZES, type FieldSize, fieldProblem } from './field-problem';

const [planning = 3] = process.argv.slice(2).map(Number);
const HOUR = 3600;
const DAY = 24 * HOUR;
const ROUNDS = 9;

function median(ask: () => unknown): string {
  const took = Array.from({ length: ROUNDS }, () => {
    const at = performance.now();
    ask();
    return performance.now() - at;
  });
  return `${Math.round(took.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!)} ms`;
}

function questions(name: string, size: FieldSize): void {
  const problem = fieldProblem(size, 1);
  const now = (): number => performance.now();
  const result = solve(problem, { seed: 1, budget: { kind: 'seconds', seconds: planning, now } });
  if (!result.ok) throw new Error('nothing is held');
  const { plan } = result.solution;
  const index = indexProblem(problem);
  const board = boardOf(index, plan);
  const kept = keptBoardOf(index, plan);
  if (!board || !kept) throw new Error('the plan can be read');
  const isOpen = (v: Visit): boolean => v.windows[0]!.endSec - v.windows[0]!.startSec > DAY;
  const planned = new Set(plan.routes.flatMap((r) => r.stops.map((stop) => stop.visitId)));
  const some = (test: (v: Visit) => boolean): Visit =>
    problem.visits.find((v) => planned.has(v.id) && test(v))!;
  const [open, promised] = [some(isOpen), some((v) => !isOpen(v))];
  const off = applyHand(kept, { seats: new Map([[open.id, []]]) });
  const without = keptBoardOf(index, planOfHand(off));
  if (!without) throw new Error('the plan without it can be read');
  const hours = Array.from({ length: size.days }, (_, d) => ({
    startSec: d * DAY + 8 * HOUR,
    endSec: d * DAY + 16 * HOUR,
  }));
  const windows = windowsWithin(hours, 2 * HOUR);
  const fresh: Visit = { ...open, id: 'new' };
  const rows = {
    'reading the plan': () => boardOf(index, plan),
    'best places, open week': () => placesFor(board, open, { limit: 8 }),
    'best places, with a window': () => placesFor(board, promised, { limit: 8 }),
    funnel: () => funnelOf(board, open),
    offers: () => offerWindows(board, fresh, { windows, earliestSec: 0 }),
    'windows to promise': () => keptOffers(without, open.id, { windows, nowSec: 0, mayPush: () => true }),
    'windows to rebook': () => keptOffers(kept, open.id, { windows, nowSec: 0, mayPush: () => true }),
    'offers, two people': () => offerWindows(board, { ...fresh, people: 2 }, { windows, earliestSec: 0 }),
  };
  console.log(
    `${name}: ${Object.entries(rows)
      .map(([what, ask]) => `${what} ${median(ask)}`)
      .join(' · ')}`,
  );
}

questions('M, 5 days', FIELD_SIZES.M);
questions('50 people, 14 days', { persons: 50, days: 14, visits: 3360 });
