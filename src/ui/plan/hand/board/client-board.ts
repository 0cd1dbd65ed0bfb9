import type { HandBoard, LegsOfPlaces } from '@/contract/plan/hand';
import {
  type Board,
  indexProblem,
  keptBoardOf,
  matrixOnDemand,
  type Plan,
  type Problem,
  type TravelMatrix,
} from '@/core/index';

/** Legs that the board was not told of yet: asked for around one of their ends. */
export class MissingLegs extends Error {
  constructor(readonly place: number) {
    super(`legs around place ${place} are not known yet`);
  }
}

/** Of kinds that say nothing of it. */
const USUAL_SPREAD = 0.2;

type Around = LegsOfPlaces[number];

/** The board of the plan on screen, with the legs that are known so far. */
export interface ClientBoard {
  readonly stamp: string;
  readonly board: Board;
  readonly originSec: number;
  readonly nowSec: number;
  /** The plan that the board is of. */
  readonly plan: Plan;
  /** Deviation of the time on site of a kind of visit, as a share of it. */
  spreadOf(kind: string | undefined): number;
  /** Whether a customer was promised when a visit begins. */
  isPromised(visitId: string): boolean;
  placeOf(visitId: string): number | null;
  /** The cords on which a visit can be tried apart, so many at a time; all at once where several people must be found. */
  cordsFor(visitId: string, atOnce: number): readonly ReadonlySet<string>[];
  knows(place: number): boolean;
  add(legs: LegsOfPlaces): void;
}

/** Makes the core's board of what the server told. Throws where the plan cannot be replayed. */
export function openClientBoard(sent: HandBoard): ClientBoard {
  const n = sent.problem.places.length;
  const driven = new Map(sent.legs.map((leg) => [leg[0]! * n + leg[1]!, leg]));
  const around = new Map<number, Around>();
  const look = (
    from: number,
    to: number,
    known: (leg: readonly number[]) => number,
    row: (a: Around, way: 'to' | 'from') => readonly number[],
  ): number => {
    if (from === to) return 0;
    const leg = driven.get(from * n + to);
    if (leg) return known(leg);
    const out = around.get(from);
    if (out) return row(out, 'to')[to]!;
    const into = around.get(to);
    if (into) return row(into, 'from')[from]!;
    throw new MissingLegs(from);
  };
  const secBy = (slice: number) =>
    matrixOnDemand(n, (from, to) =>
      look(
        from,
        to,
        (leg) => (slice === 0 ? leg[2]! : leg[3 + slice]!),
        (a, way) => a[way][slice]!,
      ),
    );
  const travel: TravelMatrix = {
    durationSec: secBy(0),
    distanceM: matrixOnDemand(n, (from, to) =>
      look(
        from,
        to,
        (leg) => leg[3]!,
        (a, way) => (way === 'to' ? a.toM : a.fromM),
      ),
    ),
    ...(sent.slices > 0
      ? {
          byTime: {
            slices: Array.from({ length: sent.slices }, (_, i) => secBy(i + 1)),
            timeline: sent.timeline,
          },
        }
      : {}),
  };
  const problem: Problem = { ...sent.problem, travel };
  const index = indexProblem(problem);
  const promised = new Set(sent.promised);
  const board = keptBoardOf(index, sent.plan);
  if (!board) throw new Error('the plan on screen cannot be replayed');
  return {
    stamp: sent.stamp,
    board,
    originSec: Date.parse(problem.originAt) / 1000,
    nowSec: sent.nowSec,
    plan: sent.plan,
    spreadOf: (kind) => sent.spreads[kind ?? ''] ?? USUAL_SPREAD,
    isPromised: (id) => promised.has(id),
    placeOf: (visitId) => {
      const visit = index.visitById.get(visitId);
      return visit ? index.placeIxById.get(visit.placeId)! : null;
    },
    cordsFor: (visitId, atOnce) => {
      const ids = problem.shifts.map((s) => s.id);
      if ((index.visitById.get(visitId)?.people ?? 1) > 1) return [new Set(ids)];
      return Array.from(
        { length: Math.ceil(ids.length / atOnce) },
        (_, i) => new Set(ids.slice(i * atOnce, (i + 1) * atOnce)),
      );
    },
    knows: (place) => around.has(place),
    add: (legs) => {
      for (const a of legs) around.set(a.place, a);
    },
  };
}
