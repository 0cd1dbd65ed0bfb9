import type { Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import type { Leg } from '../timing/leg';
import { fetchPlace } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import { startWindows } from '../timing/windows';
import { type DayFacts, isSkipped, type VisitFacts } from './field-facts';

interface Pause {
  /** Place of the break in the shift's list. */
  readonly rule: number;
  /** When the plan has it: no sooner than that. */
  readonly fromSec: number;
  readonly durationSec: number;
}

/** One visit of somebody's day that is still to be driven to, under way or over. */
export interface Step {
  readonly visit: Visit;
  readonly leg: Leg;
  readonly plannedSec: number;
  readonly workSec: number;
  /** No sooner than that, by whoever is to go there. */
  readonly notBeforeSec: number;
  readonly facts: VisitFacts | undefined;
  readonly pauses: readonly Pause[];
  readonly open: readonly { readonly startSec: number; readonly endSec: number }[];
}

/** Somebody's day in the order in which it is carried out. */
export interface Course {
  readonly route: TimedRoute;
  readonly steps: readonly Step[];
  readonly home: Leg;
  readonly homePauses: readonly Pause[];
  /** How many of the steps have begun. */
  readonly begun: number;
  /** Those that have not are left for no sooner than this: a break is not over before. */
  readonly aheadFromSec: number;
}

/**
 * A planned day with what was reported of it: what has begun comes in the order in which it did, then the rest as planned; what is
 * cancelled or given up before it was begun is left out, and breaks that are over are not taken again.
 */
export function courseOf(route: TimedRoute, facts: DayFacts): Course {
  const { shift } = route;
  const own = facts.shifts.get(shift.id) ?? {};
  const pausesBefore = pausesOf(route, (own.breaksTaken ?? 0) + (own.breakBeganSec === undefined ? 0 : 1));
  const factsOf = (visitId: string): VisitFacts | undefined => facts.visits.get(visitId);
  const stops = route.stops.filter((s) => !isSkipped(factsOf(s.visit.id)));
  const begun = stops
    .filter((s) => factsOf(s.visit.id)?.beganSec !== undefined)
    .sort((a, b) => factsOf(a.visit.id)!.beganSec! - factsOf(b.visit.id)!.beganSec!);
  const ahead = stops.filter((s) => factsOf(s.visit.id)?.beganSec === undefined);
  // Whoever is on the way to one is there first, whatever the plan says.
  ahead.sort(
    (a, b) =>
      Number(factsOf(b.visit.id)?.state === 'on-the-way') -
      Number(factsOf(a.visit.id)?.state === 'on-the-way'),
  );
  const order = [...begun, ...ahead];
  // A break that was passed over is taken before what comes next.
  const passed = begun.flatMap((s) => pausesBefore.get(s.visit.id) ?? []);
  const pausesAt = (key: string, isNext: boolean): Pause[] => [
    ...(isNext ? passed : []),
    ...(pausesBefore.get(key) ?? []),
  ];
  const via = fetchPlace(
    shift,
    order.map((s) => s.visit),
  );
  const steps = order.map(({ visit, startSec }, i): Step => {
    const durationSec = durationOf(visit, shift);
    return {
      visit,
      leg: {
        from: i === 0 ? shift.startPlaceId : order[i - 1]!.visit.placeId,
        to: visit.placeId,
        via: i === 0 ? via : null,
      },
      plannedSec: startSec,
      workSec: durationSec + (factsOf(visit.id)?.moreSec ?? 0),
      notBeforeSec: notBefore(factsOf(visit.id), startSec),
      facts: factsOf(visit.id),
      pauses: i < begun.length ? [] : pausesAt(visit.id, i === begun.length),
      open: startWindows(visit, durationSec),
    };
  });
  const ruleSec = shift.breaks[own.breaksTaken ?? 0]?.durationSec ?? 0;
  return {
    route,
    steps,
    home: { from: order.at(-1)?.visit.placeId ?? shift.startPlaceId, to: shift.endPlaceId, via: null },
    homePauses: pausesAt(HOME, ahead.length === 0),
    begun: begun.length,
    aheadFromSec:
      own.breakBeganSec === undefined
        ? (own.breakEndedSec ?? Number.NEGATIVE_INFINITY)
        : Math.max(own.breakBeganSec + ruleSec, facts.nowSec),
  };
}

const HOME = '';

const notBefore = (facts: VisitFacts | undefined, plannedSec: number): number =>
  facts?.lateSec ? plannedSec + facts.lateSec : Number.NEGATIVE_INFINITY;

/** The breaks still to come, by the visit that the plan has them before. */
function pausesOf(route: TimedRoute, over: number): Map<string, Pause[]> {
  const out = new Map<string, Pause[]>();
  for (const [rule, { startSec, endSec }] of route.breaks.entries()) {
    if (rule < over) continue;
    const next = route.stops.find((s) => s.startSec >= endSec);
    const key = next?.visit.id ?? HOME;
    out.set(key, [...(out.get(key) ?? []), { rule, fromSec: startSec, durationSec: endSec - startSec }]);
  }
  return out;
}
