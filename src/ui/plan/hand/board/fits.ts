import {
  applyHand,
  type Board,
  chanceOfVisit,
  durationOf,
  type FoundPlace,
  indexProblem,
  keptBoardOf,
  type Parts,
  pairReasons,
  placesFor,
  planOfHand,
  type RuleCode,
  type Visit,
} from '@/core/index';
import type { ClientBoard } from './client-board';
import { editOf, type Grip, type Outcome, outcomeOf, type Seat } from './hand-desk';

/** The best place on one cord, or set of cords, and what it comes to. */
export interface Fit {
  readonly shiftIds: readonly string[];
  readonly seats: readonly Seat[];
  readonly startAt: number;
  readonly finishAt: number;
  readonly price: number;
  readonly change: Parts;
  readonly pushed: number;
  /** How often the window is kept on simulated days; null where nothing is promised or it was not asked. */
  readonly chance: number | null;
  /** Rules that it stands against; none where all are kept. */
  readonly against: readonly RuleCode[];
}

/** A rule that is put aside while places are looked for. */
export const PUT_ASIDE = ['skills', 'territory', 'reach', 'windows', 'overtime', 'wishes'] as const;
export type PutAside = (typeof PUT_ASIDE)[number];

/** What places must be like; what is absent does not matter. */
export interface FitLimits {
  /** The way there from where they are before, at most. */
  readonly mostKm?: number | undefined;
  /** Room around it: at least so long without other work, itself included. */
  readonly leastFreeMin?: number | undefined;
  /** Only these people. */
  readonly personIds?: readonly string[] | undefined;
  /** Nothing that begins later. */
  readonly untilAt?: number | undefined;
  readonly putAside?: PutAside | undefined;
}

interface Asked {
  readonly limit: number;
  readonly limits?: FitLimits | undefined;
  readonly isWanted?: ((shiftId: string) => boolean) | undefined;
  /** Simulated for each fit; only worth it for a few. */
  readonly withChance?: boolean | undefined;
}

const HOUR = 3600;
const FREELY = 4 * HOUR;
const OVERTIME_MORE = 2 * HOUR;
const SIMULATED_DAYS = 120;
/** More places are looked at where limits may leave some out. */
const SPARE = 12;

/** The problem's board with one rule put aside for a visit. */
function boardWithout(
  client: ClientBoard,
  visit: Visit,
  rule: PutAside,
): { board: Board; visit: Visit } | null {
  const { problem } = client.board.index;
  const changeOf = (): Partial<Visit> => {
    if (rule === 'skills') return { skills: [] };
    if (rule === 'wishes') return { mustPersonIds: [], neverPersonIds: [] };
    if (rule === 'windows')
      return {
        windows: visit.windows.map((w) => ({
          ...w,
          startSec: w.startSec - FREELY,
          latestSec: w.latestSec + FREELY,
        })),
      };
    return {};
  };
  const changed = { ...visit, ...changeOf() };
  const visits = problem.visits.map((v) => (v.id === visit.id ? changed : v));
  const shifts = problem.shifts.map((s) => {
    if (rule === 'overtime') return { ...s, overtimeLimitSec: s.overtimeLimitSec + OVERTIME_MORE };
    if (rule !== 'reach') return s;
    const { reach: _reach, firstReach: _firstReach, ...rest } = s;
    return rest;
  });
  const rules = rule === 'territory' ? { ...problem.rules, territory: 'anybody' as const } : problem.rules;
  const index = indexProblem({ ...problem, visits, shifts, rules });
  const board = keptBoardOf(index, client.plan);
  return board && { board, visit: changed };
}

/** Room around a place in its day: from what is before it to what is after it, driving included. */
function freeAround({ board }: ClientBoard, visitId: string, { spots, startSec }: FoundPlace): number {
  return Math.min(
    ...spots.map(({ shiftId }) => {
      const shift = board.index.shiftById.get(shiftId)!;
      const stops = (board.routeOf.get(shiftId)?.stops ?? []).filter((s) => s.visit.id !== visitId);
      const before = stops.filter((s) => s.startSec < startSec).at(-1)?.finishSec ?? shift.startSec;
      const after = stops.find((s) => s.startSec >= startSec)?.startSec ?? shift.endSec;
      return after - before;
    }),
  );
}

/**
 * The best places for a visit, one on each cord or set of cords, cheapest first: each with the price that putting it down there
 * has. Only days that `isWanted` names, and what the limits allow.
 */
export function fitsFor(client: ClientBoard, visitId: string, asked: Asked): Fit[] {
  const { board, originSec, nowSec } = client;
  const { limit, limits = {}, isWanted = () => true, withChance = false } = asked;
  const visit = board.index.visitById.get(visitId);
  if (!visit) return [];
  const ground = limits.putAside ? boardWithout(client, visit, limits.putAside) : { board, visit };
  if (!ground) return [];
  const { personIds } = limits;
  const places = placesFor(ground.board, ground.visit, {
    limit: limit + (limits.mostKm !== undefined || limits.leastFreeMin !== undefined ? SPARE : 0),
    shifts: (s) =>
      isWanted(s.id) &&
      (personIds === undefined || personIds.includes(s.personId)) &&
      (limits.untilAt === undefined || s.startSec + originSec < limits.untilAt),
  });
  const out: Fit[] = [];
  for (const place of places) {
    if (place.startSec < nowSec) continue;
    if (limits.leastFreeMin !== undefined && freeAround(client, visitId, place) < limits.leastFreeMin * 60)
      continue;
    const seats = place.spots.map(
      ({ shiftId, position }): Seat => ({ shiftId, position, fromAt: place.startSec + originSec }),
    );
    const result = applyHand(board, editOf(client, { visits: [{ visitId, seats }] }));
    const own = result.timed.routes.flatMap((r) =>
      r.stops.filter((s) => s.visit.id === visitId).map((s) => ({ ...s, shift: r.shift })),
    );
    const [first] = own;
    if (!first) continue;
    if (limits.mostKm !== undefined && own.some((s) => s.travelM > limits.mostKm! * 1000)) continue;
    const shift = board.index.shiftById.get(place.spots[0]!.shiftId)!;
    const startAt = first.startSec + originSec;
    out.push({
      shiftIds: place.spots.map((s) => s.shiftId),
      seats,
      startAt,
      finishAt: startAt + durationOf(visit, shift),
      price: result.price,
      change: result.change,
      pushed: result.pushed.length,
      chance: withChance ? chanceOf(client, visit, result) : null,
      against: [...new Set(result.broken.map((v) => v.rule))],
    });
    if (out.length === limit) break;
  }
  return out.sort((a, b) => a.price - b.price);
}

/** The chance of keeping a promised window; null where none was promised. */
function chanceOf(client: ClientBoard, visit: Visit, result: ReturnType<typeof applyHand>): number | null {
  if (!client.isPromised(visit.id)) return null;
  return chanceOfVisit(result, visit.id, { days: SIMULATED_DAYS, spreadOf: (kind) => client.spreadOf(kind) });
}

/** Visits placed one after the other, as one change. */
export interface Placed {
  readonly grip: Grip;
  readonly outcome: Outcome | null;
  readonly left: readonly string[];
}

/**
 * Places for several loose ends at once, as one change: in the order of the price of their best place, each where it fits best with
 * those before it. What has no place is told.
 */
export function placeThese(client: ClientBoard, visitIds: readonly string[], limits: FitLimits = {}): Placed {
  const known = visitIds.flatMap((id) => {
    const [fit] = fitsFor(client, id, { limit: 1, limits });
    return fit ? [{ id, price: fit.price }] : [];
  });
  known.sort((a, b) => a.price - b.price);
  const visits: { visitId: string; seats: readonly Seat[] }[] = [];
  let here: ClientBoard = client;
  for (const { id } of known) {
    const [fit] = fitsFor(here, id, { limit: 1, limits });
    if (!fit) continue;
    // Positions count those before it: all at once, moments say the same.
    const seats = fit.seats.map((s) => ({ shiftId: s.shiftId, fromAt: fit.startAt }));
    const next = [...visits, { visitId: id, seats }];
    const result = applyHand(client.board, editOf(client, { visits: next }));
    if (result.broken.length > 0) continue;
    const plan = planOfHand(result);
    const board = keptBoardOf(result.index, plan);
    if (!board) continue;
    visits.push({ visitId: id, seats });
    here = { ...here, board, plan };
  }
  const placed = new Set(visits.map((v) => v.visitId));
  return {
    grip: { visits },
    outcome: visits.length > 0 ? outcomeOf(client, { visits }) : null,
    left: visitIds.filter((id) => !placed.has(id)),
  };
}

/** Why a visit is loose, as one word: the rule that takes the last people away, or the plan itself. Null where it has a place. */
export function whyLoose(client: ClientBoard, visitId: string): string | null {
  const { board } = client;
  const visit = board.index.visitById.get(visitId);
  if (!visit) return null;
  let last: string = 'nobody';
  const counts = new Map<string, number>();
  let possible = 0;
  for (const shift of board.index.problem.shifts) {
    const reasons = pairReasons(board.index, visit, shift);
    if (reasons.length === 0) possible++;
    else counts.set(reasons.at(-1)!, (counts.get(reasons.at(-1)!) ?? 0) + 1);
  }
  if (possible > 0) return placesFor(board, visit, { limit: 1 }).length > 0 ? null : 'room';
  for (const [rule, count] of [...counts].sort((a, b) => b[1] - a[1])) {
    if (count > 0) last = rule;
    break;
  }
  return last;
}
