/**
 * How long a hand waits: `npx tsx bench/hand.ts [seconds of planning]`. On 200 people on a day, on M, and on 50 people over 14
 * days: what putting a visit down somewhere comes to (a move of the pointer), the best place on every cord, and the best eight;
 * medians in one process, over visits and places drawn by chance.
 */
import { solve } from '@/core/engine/index';
import { createRandom } from '@/core/index';
import { type ClientBoard, openClientBoard } from '@/ui/plan/hand/board/client-board';
import { fitsFor } from '@/ui/plan/hand/board/fits';
import { outcomeOf } from '@/ui/plan/hand/board/hand-desk';
import { FIELD_SIZES, type FieldSize, fieldProblem } from './field-problem';

const [planning = 3] = process.argv.slice(2).map(Number);
const MOVES = 400;
const FITS = 25;

function stretch(values: number[]): string {
  values.sort((a, b) => a - b);
  const at = (share: number): string => values[Math.floor((values.length - 1) * share)]!.toFixed(1);
  return `${at(0.5)} ms (19 of 20 within ${at(0.95)})`;
}

function timed(times: number, work: () => unknown): number[] {
  return Array.from({ length: times }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
}

/** A board as a browser has it, with all ways known. */
function clientOf(size: FieldSize): ClientBoard {
  const problem = fieldProblem(size, 1);
  const now = (): number => performance.now();
  const result = solve(problem, { seed: 1, budget: { kind: 'seconds', seconds: planning, now } });
  if (!result.ok) throw new Error('nothing is held');
  const { travel, ...rest } = problem;
  const n = problem.places.length;
  const { plan } = result.solution;
  const ix = new Map(problem.places.map((p, i) => [p.id, i]));
  const placeOf = new Map(problem.visits.map((v) => [v.id, v.placeId]));
  const shiftOf = new Map(problem.shifts.map((s) => [s.id, s]));
  const driven = plan.routes.flatMap((r) => {
    const { startPlaceId, endPlaceId } = shiftOf.get(r.shiftId)!;
    const way = [startPlaceId, ...r.stops.map((s) => placeOf.get(s.visitId)!), endPlaceId];
    return way.slice(1).map((to, i) => {
      const [a, b] = [ix.get(way[i]!)!, ix.get(to)!];
      return [a, b, travel.durationSec[a * n + b]!, travel.distanceM[a * n + b]!];
    });
  });
  const client = openClientBoard({
    stamp: 'bench',
    problem: rest,
    plan,
    timeline: [],
    slices: 0,
    legs: driven,
    nowSec: Number.NEGATIVE_INFINITY,
    spreads: {},
    promised: [],
  });
  const rowOf = (matrix: ArrayLike<number>, place: number): number[] =>
    (matrix as Int32Array).subarray(place * n, (place + 1) * n) as unknown as number[];
  client.add(
    problem.places.map((_, place) => ({
      place,
      to: [rowOf(travel.durationSec, place)],
      from: [],
      toM: rowOf(travel.distanceM, place),
      fromM: [],
    })),
  );
  return client;
}

function hand(name: string, size: FieldSize): void {
  const client = clientOf(size);
  const { board, originSec } = client;
  const { visits, shifts } = board.index.problem;
  const random = createRandom(5);
  const anyVisit = () => visits[random.below(visits.length)]!;
  const anySeat = () => {
    const shift = shifts[random.below(shifts.length)]!;
    return { shiftId: shift.id, fromAt: originSec + shift.startSec + 300 * random.below(100) };
  };
  const move = () => outcomeOf(client, { visits: [{ visitId: anyVisit().id, seats: [anySeat()] }] });
  timed(50, move);
  const moves = timed(MOVES, move);
  const all = timed(FITS, () => fitsFor(client, anyVisit().id, { limit: shifts.length }));
  const best = timed(FITS, () => fitsFor(client, anyVisit().id, { limit: 8 }));
  console.log(
    `${name} (${shifts.length} cords, ${visits.length} visits): a move of the pointer ${stretch(moves)}; every cord ${stretch(all)}; best eight ${stretch(best)}`,
  );
}

hand('200 people, one day', { persons: 200, days: 1, visits: 1000 });
hand('M', FIELD_SIZES.M);
hand('50 people, 14 days', { persons: 50, days: 14, visits: 3360 });
