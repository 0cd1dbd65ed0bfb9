import type { Plan, PlannedRoute } from '../model/plan';
import type { Problem, Shift, Visit, VisitWindow } from '../model/problem';
import { plannedRoute } from '../timing/planned-route';
import { timeRoute } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import { indexProblem, type ProblemIndex } from '../travel/problem-index';
import type { ExpectedRoute, ExpectedStop } from './expect-day';
import type { DayFacts } from './field-facts';

/** What is left of a day, as a problem and a plan of its own: what has begun is over, and everybody is where they are. */
export interface RestOfDay {
  readonly problem: Problem;
  readonly plan: Plan;
}

/** Being late is dear, not forbidden: what is late already has to stand somewhere. */
const LATE_SEC = 24 * 3600;
/** So much later than expected a day may come out when it is timed to whole seconds. */
const ROUNDED_SEC = 60;

const isAhead = ({ state }: ExpectedStop): boolean =>
  state === 'planned' || state === 'accepted' || state === 'on-the-way';

/** Whoever is late is allowed to be: the close of a window stays, and is priced. */
const softened = (w: VisitWindow): VisitWindow => ({
  ...w,
  latestSec: Math.max(w.latestSec, w.endSec + LATE_SEC),
});

/** Whether a visit is expected inside of a site's hours: what is not may be done outside of them, for it has to stand somewhere. */
const isWithin = (access: NonNullable<Visit['access']>, stop: ExpectedStop | undefined): boolean =>
  stop === undefined ||
  access.some((w) => w.startSec <= stop.startSec && Math.ceil(stop.finishSec) + ROUNDED_SEC <= w.endSec);

/** A visit that is still to come, on its own: what it waited for is over, and what is on its way stays with whoever drives. */
function aheadVisit(
  visit: Visit,
  stop: ExpectedStop | undefined,
  gone: ReadonlyMap<string, string>,
  isOut: boolean,
): Visit {
  const { after, samePersonAs, access, tie, ...rest } = visit;
  const isTied = tie.startSec !== undefined && stop !== undefined && stop.startSec > tie.startSec;
  const with_ = samePersonAs === undefined ? undefined : gone.get(samePersonAs);
  return {
    ...rest,
    windows: visit.windows.map(softened),
    tie: {
      ...(tie.personId === undefined ? {} : { personId: tie.personId }),
      ...(tie.startSec === undefined || isTied ? {} : { startSec: tie.startSec }),
    },
    ...(with_ === undefined ? {} : { mustPersonIds: [with_] }),
    ...(samePersonAs !== undefined && with_ === undefined ? { samePersonAs } : {}),
    ...(after && !gone.has(after.visitId) ? { after } : {}),
    ...(access && isWithin(access, stop) ? { access } : {}),
    // Whoever is out comes no further: theirs is anybody's.
    ...(stop?.state === 'on-the-way' && !isOut ? { held: true } : {}),
  };
}

/** Somebody's shift from now on: from where they are, as soon as they are free, with the breaks that are left. */
function restShift(index: ProblemIndex, shift: Shift, expected: ExpectedRoute, facts: DayFacts): Shift {
  const begun = expected.stops.filter((s) => !isAhead(s) && !s.isSkipped);
  const [next] = expected.stops.filter(isAhead);
  const last = begun.at(-1);
  const place = last ? index.visitById.get(last.visitId)!.placeId : shift.startPlaceId;
  const to = next && index.visitById.get(next.visitId)!.placeId;
  const freeSec = last
    ? Math.max(last.finishSec, facts.nowSec) + (index.visitById.get(last.visitId)!.bufferAfterSec ?? 0)
    : Math.max(shift.startSec, facts.nowSec);
  // Whoever is on the way has driven some of it: they leave so that they are there when they are expected.
  const startSec = Math.floor(
    next?.state === 'on-the-way' && to ? index.leaveBy(place, to, Math.ceil(next.arriveSec)) : freeSec,
  );
  const own = facts.shifts.get(shift.id);
  const taken = (own?.breaksTaken ?? 0) + (own?.breakBeganSec === undefined ? 0 : 1);
  const breaks = shift.breaks.slice(taken).map((rule, i) => ({
    ...rule,
    // It may be late, and is due all the same.
    dueSec: rule.dueSec ?? rule.latestSec,
    latestSec: Math.max(rule.latestSec, Math.ceil(expected.breaks[i]?.startSec ?? 0) + LATE_SEC),
  }));
  const endSec = Math.max(shift.endSec, startSec);
  return {
    ...shift,
    startPlaceId: place,
    startSec,
    endSec,
    allowanceBeforeSec: last || startSec > shift.startSec ? 0 : shift.allowanceBeforeSec,
    breaks,
    ...(shift.maxVisits === undefined ? {} : { maxVisits: Math.max(0, shift.maxVisits - begun.length) }),
  };
}

/**
 * What is left of planned days after what was reported of them. Days that cannot be timed on, and work that hangs on them, are left out.
 * Routes are those of one day; visits of the problem that are planned on none of them stay as they are, and loose ends with them.
 */
export function restOfDay(
  index: ProblemIndex,
  routes: readonly TimedRoute[],
  expected: readonly ExpectedRoute[],
  facts: DayFacts,
): RestOfDay {
  const expectedOf = new Map(expected.map((e) => [e.shiftId, e]));
  const gone = new Map<string, string>();
  const stopOf = new Map<string, ExpectedStop>();
  const withOut = new Set<string>();
  for (const { personId, shiftId, stops } of expected)
    for (const s of stops) {
      if (isAhead(s)) stopOf.set(s.visitId, s);
      else gone.set(s.visitId, personId);
      if (facts.shifts.get(shiftId)?.outSec !== undefined) withOut.add(s.visitId);
    }
  const { problem } = index;
  const shifts = problem.shifts.map((s) => {
    const own = expectedOf.get(s.id);
    return own
      ? restShift(index, s, own, facts)
      : { ...s, startSec: Math.min(s.endSec, Math.max(s.startSec, Math.ceil(facts.nowSec))) };
  });
  const visits = problem.visits
    .filter((v) => !gone.has(v.id) && facts.visits.get(v.id)?.state !== 'cancelled')
    .map((v) => aheadVisit(v, stopOf.get(v.id), gone, withOut.has(v.id)));
  // First without an end to overtime: what a day needs of it already, it may go on needing, and no more.
  const open = indexProblem({
    ...problem,
    visits,
    shifts: shifts.map((s) => (expectedOf.has(s.id) ? { ...s, overtimeLimitSec: LATE_SEC } : s)),
  });
  const needs = new Map(
    routes.flatMap(({ shift }) => {
      const ahead = expectedOf.get(shift.id)?.stops.filter(isAhead) ?? [];
      const timed = ahead.length === 0 ? null : timeAhead(open, shift.id, ahead);
      return timed ? [[shift.id, Math.ceil(timed.overtimeSec)] as const] : [];
    }),
  );
  const rest = indexProblem({
    ...problem,
    visits,
    shifts: shifts.map((s) => ({
      ...s,
      overtimeLimitSec: Math.max(s.overtimeLimitSec, needs.get(s.id) ?? 0),
    })),
  });
  const planned: PlannedRoute[] = [];
  const lost = new Set<string>();
  for (const { shift } of routes) {
    const own = expectedOf.get(shift.id);
    const ahead = own?.stops.filter(isAhead) ?? [];
    if (ahead.length === 0) continue;
    const timed = timeAhead(rest, shift.id, ahead);
    if (!timed) for (const s of ahead) lost.add(s.visitId);
    else planned.push(plannedRoute(timed));
  }
  const kept = planned.filter((r) => r.stops.every((s) => !lost.has(s.visitId)));
  const out = new Set(kept.flatMap((r) => r.stops.map((s) => s.visitId)));
  const dropped = new Set([...stopOf.keys()].filter((id) => !out.has(id)));
  const left = visits.filter((v) => !dropped.has(v.id));
  return {
    problem: { ...rest.problem, visits: left },
    plan: {
      format: 'lime-plan',
      version: 1,
      routes: kept,
      unplannedVisitIds: left.filter((v) => !out.has(v.id)).map((v) => v.id),
      price: 0,
    },
  };
}

/** What somebody has ahead of them, in its order, timed; null where that cannot be done. */
const timeAhead = (rest: ProblemIndex, shiftId: string, ahead: readonly ExpectedStop[]): TimedRoute | null =>
  timeRoute(
    rest,
    rest.shiftById.get(shiftId)!,
    ahead.map((s) => rest.visitById.get(s.visitId)!),
    startsOf(rest, ahead),
  );

/** Those who wait for each other begin when they are expected to; nobody begins sooner than is expected. */
function startsOf(rest: ProblemIndex, ahead: readonly ExpectedStop[]) {
  const starts = new Map<string, number>();
  const floors = new Map<string, number>();
  for (const { visitId, startSec } of ahead) {
    const visit = rest.visitById.get(visitId)!;
    if ((visit.people ?? 1) > 1) starts.set(visitId, Math.ceil(startSec));
    else floors.set(visitId, Math.floor(startSec));
  }
  return { starts, floors };
}
