import { OBJECTIVES, type Objective, type Part, type Parts, type Plan } from '../model/plan';
import type { Shift, Visit } from '../model/problem';
import { busyIds } from '../model/work-of';
import { pricePlan, totalPrice } from '../objectives/price-plan';
import { plannedRoute } from '../timing/planned-route';
import type { TimedPlan, TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { type Board, shiftsWith, violationKeys, withoutVisit } from './board';
import { freeUnits } from './free-units';
import { isPairPossible } from './pair-reasons';
import { beginningsAt, candidatesFor, cheapestOf, cheapestTries, type Spot, type Try, tryAt } from './tries';

/** A way to place a visit: one spot for each person needed, all beginning at one moment. */
export interface Place {
  readonly spots: readonly Spot[];
  readonly startSec: number;
  /** Whether the beginning is agreed, with others or by whoever asked; otherwise it follows from the day. */
  readonly isAgreed: boolean;
  /** Change of the whole plan's price, micros. */
  readonly price: number;
  /** Change of each measure's amount and price; of a loose end also what leaving it would have cost. */
  readonly change: Parts;
  /** Other visits that would begin more than a quarter of an hour earlier or later. */
  readonly moved: number;
}

const MOVED_SEC = 15 * 60;
/** Places looked at beyond those asked for, should some break a rule that looks across shifts. */
const SPARE = 4;
const SPARE_ACROSS = 40;

/** Shifts looked at for each person of a visit for several, where one for each is not enough. */
const FEW_FOR_EACH = 3;

export interface PlaceOptions {
  /** At most so many places, the cheapest first. */
  readonly limit: number;
  /** Only shifts for which this holds. */
  readonly shifts?: ((shift: Shift) => boolean) | undefined;
  /** Begin at this moment only. */
  readonly startSec?: number | undefined;
}

/**
 * The best places for a visit in a plan, cheapest first, each with the change of every measure. A visit
 * that is planned is tried everywhere as if it were not; the change is against the plan as it is. Each
 * place returned breaks no rule that the plan did not break before.
 */
export function placesFor(board: Board, visit: Visit, options: PlaceOptions): Place[] {
  const free = withoutVisit(board, visit);
  if (!free) return [];
  const wanted = options.shifts ?? (() => true);
  const shifts = board.index.problem.shifts.filter((s) => wanted(s) && isPairPossible(board.index, visit, s));
  const { startSec } = options;
  const isAgreed = startSec !== undefined || (visit.people ?? 1) > 1;
  const { unfairPerSec, sharedOvertimePerSec } = board.index.problem.prices;
  // What hangs on the work of several shifts is only known once a way is laid into the plan.
  const judged = options.limit + (unfairPerSec || sharedOvertimePerSec ? SPARE : 0);
  const out: Place[] = [];
  // Most often nothing has to be spared: then far fewer ways need to be looked at.
  for (const spare of board.isAcross ? [SPARE_ACROSS] : [0, SPARE]) {
    const most = judged + spare;
    const ways =
      (visit.people ?? 1) > 1
        ? waysTogether(free, visit, shifts, { startSec, most })
        : cheapestTries(free, visit, shifts, { startSec, most }).map((t) => [t]);
    const sorted = ways
      .map((tries) => ({ tries, price: tries.reduce((sum, t) => sum + t.price, 0) }))
      .sort((a, b) => a.price - b.price);
    out.length = 0;
    for (const { tries } of sorted) {
      if (out.length === judged) break;
      const place = judge(board, free, visit, { tries, isAgreed });
      if (place) out.push(place);
    }
    if (out.length === judged || ways.length < most) break;
  }
  return out.sort((a, b) => a.price - b.price).slice(0, options.limit);
}

/**
 * Ways to send several people at once, of which the cheapest `most` are among them: at each moment at which one of
 * them could begin as soon as he can, the cheapest of them all. Whoever costs so much at least that the others, however cheap, cannot make
 * up for it is not looked at any more.
 */
function waysTogether(
  board: Board,
  visit: Visit,
  shifts: readonly Shift[],
  { startSec, most }: { readonly startSec: number | undefined; readonly most: number },
): Try[][] {
  const people = visit.people ?? 1;
  const candidates = candidatesFor(board, visit, shifts, startSec);
  const othersAtLeast = (people - 1) * (candidates[0]?.bound ?? 0);
  const ways: { readonly tries: Try[]; readonly price: number }[] = [];
  const border = (): number =>
    ways.length < most ? Number.POSITIVE_INFINITY : ways[most - 1]!.price - othersAtLeast;
  const keep = (tries: Try[]): void => {
    if (tries.length < people) return;
    ways.push({ tries, price: tries.reduce((sum, t) => sum + t.price, 0) });
    ways.sort((a, b) => a.price - b.price);
  };
  const lookAt = (moment: number): void => {
    const below = border();
    let chosen: Try[] = [];
    let cheapest: Try[] = [];
    // The cheapest nearly always do; more are tried only where too many of those are the same people.
    for (const most of board.isAcross ? [shifts.length] : [people, people * FEW_FOR_EACH, shifts.length]) {
      cheapest = cheapestOf(board, visit, candidates, { startSec: moment, below, most });
      chosen = chooseApart(cheapest, people);
      if (chosen.length === people || cheapest.length < most) break;
    }
    keep(chosen);
    if (!board.isAcross) return;
    // Whoever of them breaks a rule that looks across shifts is done without.
    for (const { shiftId } of chosen) {
      keep(
        chooseApart(
          cheapest.filter((t) => t.shiftId !== shiftId),
          people,
        ),
      );
    }
  };
  if (startSec !== undefined) {
    lookAt(startSec);
    return ways.map(({ tries }) => tries);
  }
  // Whoever of them can begin last begins as soon as he can.
  const moments = new Set<number>();
  for (const candidate of candidates) {
    if (candidate.bound >= border()) break;
    for (const { startSec: moment, price } of beginningsAt(board, visit, candidate)) {
      if (price >= border() || moments.has(moment)) continue;
      moments.add(moment);
      lookAt(moment);
    }
  }
  return ways.map(({ tries }) => tries);
}

/** The first so many tries, nobody busy in two of them. */
function chooseApart(tries: readonly Try[], people: number): Try[] {
  const chosen: Try[] = [];
  const busy = new Set<string>();
  for (const t of tries) {
    if (chosen.length === people || busyIds(t.shift).some((id) => busy.has(id))) continue;
    for (const id of busyIds(t.shift)) busy.add(id);
    chosen.push(t);
  }
  return chosen;
}

/** Lays a way into the whole plan: null when it breaks a rule anew. */
function judge(
  board: Board,
  free: Board,
  visit: Visit,
  { tries, isAgreed }: { readonly tries: readonly Try[]; readonly isAgreed: boolean },
): Place | null {
  const laid = lay(free, visit, tries);
  if (!laid) return null;
  const { timed, changed } = laid;
  // Days that lost the visit count as well: without it a leg may be out of reach.
  const differing = new Set([...changed.keys(), ...shiftsWith(board, visit.id)]);
  for (const key of violationKeys(board.index, timed, differing)) {
    if (!board.known.has(key)) return null;
  }
  const change = changeOf(board, timed, differing);
  return {
    spots: tries.map(({ shiftId, position }) => ({ shiftId, position })),
    startSec: tries[0]!.startSec,
    isAgreed,
    price: totalPrice(change),
    change,
    moved: movedBetween(board, changed.values(), visit.id),
  };
}

interface Laid {
  readonly timed: TimedPlan;
  readonly changed: ReadonlyMap<string, TimedRoute>;
}

/** The plan with the timed tries in place of the days that they change; null when no equipment is free. */
function lay(free: Board, visit: Visit, tries: readonly Try[]): Laid | null {
  const { startSec, finishSec } = tries[0]!.route.stops[tries[0]!.position]!;
  const equipmentIds = freeUnits(free, visit, { startSec, endSec: finishSec });
  if (!equipmentIds) return null;
  const changed = new Map(
    tries.map(({ shiftId, route, position }) => {
      const stops = route.stops.map((s, i) => (i === position ? { ...s, equipmentIds } : s));
      return [shiftId, { ...route, stops }];
    }),
  );
  const routes = [
    ...free.timed.routes.map((r) => changed.get(r.shift.id) ?? r),
    ...[...changed.values()].filter((r) => !free.routeOf.has(r.shift.id)),
  ];
  const unplanned = free.timed.unplanned.filter((v) => v.id !== visit.id);
  return { timed: { routes, unplanned }, changed };
}

/** The plan that placing a visit comes to. Its price is claimed from the board's and the place's change. */
export function planWithPlace(
  board: Board,
  visit: Visit,
  place: Pick<Place, 'spots' | 'startSec' | 'isAgreed'>,
): Plan | null {
  const free = withoutVisit(board, visit);
  if (!free) return null;
  const startSec = place.isAgreed ? place.startSec : undefined;
  const tries = place.spots.map((spot) => {
    const shift = board.index.shiftById.get(spot.shiftId);
    return shift ? tryAt(free, visit, { ...spot, shift }, startSec) : null;
  });
  if (tries.some((t) => t === null)) return null;
  const laid = lay(free, visit, tries as Try[]);
  if (!laid) return null;
  const { timed } = laid;
  return {
    format: 'lime-plan',
    version: 1,
    routes: timed.routes.map(plannedRoute),
    unplannedVisitIds: timed.unplanned.map((v) => v.id),
    price: totalPrice(pricePlan(timed, board.index)),
  };
}

/** Change of every measure between the board's plan and another, from the days that differ. */
export function changeOf(
  board: Board,
  next: TimedPlan,
  differing: ReadonlySet<string>,
  /** Of the next plan, where its visits are others. */
  nextIndex = board.index,
): Parts {
  const partsOf = (index: ProblemIndex, plan: TimedPlan, own: readonly TimedRoute[]): Parts => {
    const parts = pricePlan({ routes: own, unplanned: plan.unplanned }, index);
    const { unfairPerSec, sharedOvertimePerSec } = index.problem.prices;
    if (!unfairPerSec && !sharedOvertimePerSec) return parts;
    // The fair share and the hours of a week are of all the work, not of the days that differ.
    const { unfairShare, sharedOvertime } = pricePlan({ routes: plan.routes, unplanned: [] }, index);
    return { ...parts, unfairShare, sharedOvertime };
  };
  const was = partsOf(
    board.index,
    board.timed,
    board.timed.routes.filter((r) => differing.has(r.shift.id)),
  );
  const is = partsOf(
    nextIndex,
    next,
    next.routes.filter((r) => differing.has(r.shift.id)),
  );
  return Object.fromEntries(
    OBJECTIVES.map((o) => [o, { amount: is[o].amount - was[o].amount, price: is[o].price - was[o].price }]),
  ) as Record<Objective, Part>;
}

function movedBetween(board: Board, changed: Iterable<TimedRoute>, visitId: string): number {
  const moved = new Set<string>();
  for (const route of changed) {
    const was = new Map(board.routeOf.get(route.shift.id)?.stops.map((s) => [s.visit.id, s.startSec]));
    for (const { visit, startSec } of route.stops) {
      const before = visit.id === visitId ? undefined : was.get(visit.id);
      if (before !== undefined && Math.abs(startSec - before) > MOVED_SEC) moved.add(visit.id);
    }
  }
  return moved.size;
}
