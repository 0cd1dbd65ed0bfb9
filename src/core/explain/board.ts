import type { Plan } from '../model/plan';
import type { Problem, Visit } from '../model/problem';
import { routePrice } from '../objectives/price-plan';
import { ALL_RULES } from '../rules/all';
import { RULE_CODES, type RuleCode, type Violation } from '../rules/violation';
import { type Given, timeRoute } from '../timing/time-route';
import type { TimedPlan, TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { replay } from '../verify/replay';

/** A plan made ready for trying visits in it. */
export interface Board {
  readonly index: ProblemIndex;
  readonly timed: TimedPlan;
  readonly routeOf: ReadonlyMap<string, TimedRoute>;
  readonly priceOf: ReadonlyMap<string, number>;
  /** The shifts that have each planned visit. */
  readonly shiftsOf: ReadonlyMap<string, readonly string[]>;
  /** Visits whose beginning is agreed with other shifts, and stays. */
  readonly agreed: ReadonlyMap<string, number>;
  readonly equipment: ReadonlyMap<string, readonly string[]>;
  /** What the plan breaks as it is. */
  readonly known: ReadonlySet<string>;
  /** Whether any rule looks across shifts in this problem. */
  readonly isAcross: boolean;
  /** Moments before which planned visits do not begin when their day is timed anew; none where a day may be tightened. */
  readonly floors?: ReadonlyMap<string, number> | undefined;
}

/** Reads a plan once, so that many visits can be tried in it. Null when the plan cannot be replayed. */
export function boardOf(index: ProblemIndex, plan: Plan): Board | null {
  const replayed = replay(index, plan);
  if (!replayed.ok) return null;
  return boardFrom(index, replayed.timed);
}

/** The same where nothing that is planned begins sooner than it does: what is placed by hand moves only what is in its way. */
export function keptBoardOf(index: ProblemIndex, plan: Plan): Board | null {
  const board = boardOf(index, plan);
  if (!board) return null;
  const starts = board.timed.routes.flatMap((r) => r.stops.map((s) => [s.visit.id, s.startSec] as const));
  return { ...board, floors: new Map(starts) };
}

function boardFrom(index: ProblemIndex, timed: TimedPlan): Board {
  const followed = new Set(index.problem.visits.flatMap((v) => (v.after ? [v.after.visitId] : [])));
  const agreed = new Map<string, number>();
  const equipment = new Map<string, readonly string[]>();
  const shiftsOf = new Map<string, readonly string[]>();
  for (const { shift, stops } of timed.routes) {
    for (const { visit, startSec, equipmentIds } of stops) {
      shiftsOf.set(visit.id, [...(shiftsOf.get(visit.id) ?? []), shift.id]);
      if ((visit.people ?? 1) > 1 || visit.after || visit.equipment || followed.has(visit.id)) {
        agreed.set(visit.id, startSec);
      }
      if (equipmentIds.length > 0) equipment.set(visit.id, equipmentIds);
    }
  }
  return {
    index,
    timed,
    routeOf: new Map(timed.routes.map((r) => [r.shift.id, r])),
    priceOf: new Map(timed.routes.map((r) => [r.shift.id, routePrice(r, index)])),
    shiftsOf,
    agreed,
    equipment,
    known: new Set(violationKeys(index, timed, null)),
    isAcross: acrossIn(index.problem).size > 0,
  };
}

/** The shifts that have a visit. */
export function shiftsWith({ shiftsOf }: Board, visitId: string): readonly string[] {
  return shiftsOf.get(visitId) ?? [];
}

/** The same plan with a visit taken out, so that it can be tried elsewhere; null when its day no longer works. */
export function withoutVisit(board: Board, visit: Visit): Board | null {
  const { index, timed } = board;
  const shiftIds = shiftsWith(board, visit.id);
  if (shiftIds.length === 0) return board;
  const routeOf = new Map(board.routeOf);
  const priceOf = new Map(board.priceOf);
  for (const route of shiftIds.map((id) => board.routeOf.get(id)!)) {
    const rest = route.stops.map((s) => s.visit).filter((v) => v.id !== visit.id);
    routeOf.delete(route.shift.id);
    priceOf.delete(route.shift.id);
    if (rest.length === 0) continue;
    const shorter = timeRoute(index, route.shift, rest, givenOf(board));
    if (!shorter) return null;
    routeOf.set(route.shift.id, shorter);
    priceOf.set(route.shift.id, routePrice(shorter, index));
  }
  const routes = timed.routes.flatMap((r) => routeOf.get(r.shift.id) ?? []);
  const shiftsOf = new Map(board.shiftsOf);
  shiftsOf.delete(visit.id);
  const agreed = new Map(board.agreed);
  const floors = board.floors && new Map(board.floors);
  agreed.delete(visit.id);
  floors?.delete(visit.id);
  return {
    ...board,
    timed: { routes, unplanned: [...timed.unplanned, visit] },
    routeOf,
    priceOf,
    shiftsOf,
    agreed,
    floors,
  };
}

/** What a day must keep to when it is timed anew, with one more beginning agreed if wished. */
export function givenOf(
  { agreed, equipment, floors }: Board,
  more: { readonly visitId: string; readonly startSec: number } | null = null,
): Given {
  const starts = more === null ? agreed : new Map([...agreed, [more.visitId, more.startSec]]);
  return { starts, equipment, floors };
}

/** Rules that look at several shifts at once, and what makes them worth asking. */
const ACROSS: Partial<Record<RuleCode, (problem: Problem) => boolean>> = {
  structure: () => false,
  together: (p) => p.visits.some((v) => (v.people ?? 1) > 1),
  equipment: (p) => (p.equipment ?? []).length > 0,
  order: (p) => p.visits.some((v) => v.after),
  'same-person': (p) => p.visits.some((v) => v.samePersonAs !== undefined),
  rest: (p) => p.rules.restSec !== undefined,
  'work-limit': (p) => (p.limits ?? []).length > 0,
};

/** What is broken where, as text. */
export function keyOf({ rule, shiftId, visitId }: Violation): string {
  return `${rule} ${shiftId ?? ''} ${visitId ?? ''}`;
}

/** What a plan breaks; of the rules that judge shifts one by one, only in the shifts that `changed` names. */
export function violationsIn(
  index: ProblemIndex,
  timed: TimedPlan,
  changed: ReadonlySet<string> | null,
): Violation[] {
  const { problem } = index;
  const local = { ...timed, routes: timed.routes.filter((r) => changed?.has(r.shift.id) ?? true) };
  const across = acrossIn(problem);
  return RULE_CODES.flatMap((code) => {
    if (!ACROSS[code]) return ALL_RULES[code](index, local);
    return across.has(code) ? ALL_RULES[code](index, timed) : [];
  });
}

const asked = new WeakMap<Problem, ReadonlySet<RuleCode>>();

/** The rules that look at several shifts at once and are worth asking in a problem: found once for each. */
function acrossIn(problem: Problem): ReadonlySet<RuleCode> {
  const known = asked.get(problem);
  if (known) return known;
  const found = new Set(RULE_CODES.filter((code) => ACROSS[code]?.(problem)));
  asked.set(problem, found);
  return found;
}

/** The same as text that can be compared. */
export function violationKeys(
  index: ProblemIndex,
  timed: TimedPlan,
  changed: ReadonlySet<string> | null,
): string[] {
  return violationsIn(index, timed, changed).map(keyOf);
}
