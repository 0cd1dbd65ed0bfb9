import type { HandBoard, LegsOfPlaces } from '@/contract/plan/hand';
import { MOST_PLACES_ASKED } from '@/contract/plan/hand';
import { type Extent, extentSchema } from '@/contract/runs/run';
import type { Plan, Problem, Visit } from '@/core/index';
import { requireSight, seenBy } from '../../shared/access';
import { openHand } from '../../shared/hand/hand-board';
import type { KeptPlan } from '../../shared/judged-plans';
import { visitOfId } from '../../shared/problem/links';
import { Refusal, required } from '../../shared/refusal';
import { spreadsOf } from '../../shared/spreads';
import { readGround } from '../../shared/travel/ground';
import type { Unit } from '../../shared/unit';

/** Names of work that the user does not see; the same wherever it stands. */
function createCover(unit: Unit, { loaded, built }: KeptPlan) {
  const seen = seenBy(unit.user);
  const territoryOf = new Map(loaded.data.visits.map((v) => [v.id, v.territoryId]));
  const isSeen = (coreId: string): boolean =>
    seen.has(territoryOf.get(visitOfId(coreId)?.visitId ?? coreId.split('~')[0] ?? '') ?? '');
  const hidden = new Map<string, string>();
  for (const v of built.problem.visits) if (!isSeen(v.id)) hidden.set(v.id, `busy~${hidden.size}`);
  return (id: string): string => hidden.get(id) ?? id;
}

/** Of work out of sight only the time that it takes is told. */
function covered(visit: Visit, id: string): Visit {
  if (id === visit.id) return visit;
  const { kind: _kind, attributes: _attributes, ...rest } = visit;
  return { ...rest, id, priority: 3 };
}

function withoutTravel(kept: KeptPlan, cover: (id: string) => string): Omit<Problem, 'travel'> {
  const { travel: _travel, ...problem } = kept.built.problem;
  const shown = new Set(problem.shifts.map((s) => s.personId));
  return {
    ...problem,
    // Legs come by number: where a place lies nobody needs to know.
    places: problem.places.map(({ id }) => ({ id })),
    persons: problem.persons.filter((p) => shown.has(p.id)),
    visits: problem.visits.map((v) => covered(v, cover(v.id))),
  };
}

function coveredPlan(plan: Plan, cover: (id: string) => string): Plan {
  return {
    ...plan,
    routes: plan.routes.map((r) => ({
      ...r,
      stops: r.stops.map((s) => ({ ...s, visitId: cover(s.visitId) })),
    })),
    unplannedVisitIds: plan.unplannedVisitIds.map(cover),
  };
}

/** The legs that are driven, and those that would be without any one stop. */
function drivenLegs({ built, index }: KeptPlan): number[][] {
  const { problem, plan } = built;
  const n = problem.places.length;
  const { travel } = problem;
  const slices = travel.byTime?.slices ?? [];
  const wanted = new Map<number, readonly [number, number]>();
  const want = (from: string, to: string): void => {
    const [a, b] = [index.placeIxById.get(from)!, index.placeIxById.get(to)!];
    wanted.set(a * n + b, [a, b]);
  };
  for (const route of plan.routes) {
    const shift = index.shiftById.get(route.shiftId)!;
    const visits = route.stops.map((s) => index.visitById.get(s.visitId)!.placeId);
    const way = [shift.startPlaceId, ...visits, shift.endPlaceId];
    for (let i = 0; i + 1 < way.length; i++) {
      want(way[i]!, way[i + 1]!);
      if (i + 2 < way.length) want(way[i]!, way[i + 2]!);
    }
    if (shift.partsPlaceId !== undefined)
      for (const place of visits.slice(0, 2)) {
        want(shift.startPlaceId, shift.partsPlaceId);
        want(shift.partsPlaceId, place);
      }
  }
  return [...wanted].map(([cell, [a, b]]) => [
    a,
    b,
    travel.durationSec[cell]!,
    travel.distanceM[cell]!,
    ...slices.map((s) => s[cell]!),
  ]);
}

/** Visits in sight with a promised window. */
function promisedIn({ loaded, built }: KeptPlan, cover: (id: string) => string): string[] {
  const own = new Set(loaded.data.visits.filter((v) => v.windows.length > 0).map((v) => v.id));
  return built.problem.visits.flatMap((v) =>
    cover(v.id) === v.id && own.has(visitOfId(v.id)?.visitId ?? '') ? [v.id] : [],
  );
}

/** All that a hand needs to try things with on the live plan of an extent. */
export async function readHandBoard(unit: Unit, rawExtent: unknown): Promise<HandBoard> {
  const extent: Extent = required(extentSchema, rawExtent);
  requireSight(unit, 'plan', extent.territoryIds);
  const { kept, stamp } = await openHand(unit, extent);
  const cover = createCover(unit, kept);
  const byTime = kept.built.problem.travel.byTime;
  return {
    stamp,
    problem: withoutTravel(kept, cover),
    plan: coveredPlan(kept.built.plan, cover),
    timeline: [...(byTime?.timeline ?? [])],
    slices: byTime?.slices.length ?? 0,
    legs: drivenLegs(kept),
    nowSec: unit.now - kept.built.originSec,
    spreads: spreadsOf(kept),
    promised: promisedIn(kept, cover),
  };
}

/** Legs between some places of a board and all of its places. Refused when the board is not that of the stamp any more. */
export async function readHandLegs(
  unit: Unit,
  asked: { readonly extent: unknown; readonly stamp: string; readonly places: readonly number[] },
): Promise<LegsOfPlaces> {
  const extent: Extent = required(extentSchema, asked.extent);
  requireSight(unit, 'plan', extent.territoryIds);
  const { kept, stamp } = await openHand(unit, extent);
  if (stamp !== asked.stamp) throw new Refusal('conflict', { reason: 'board-moved' });
  const { places } = kept.built.problem;
  const isPlace = (ix: number): boolean => Number.isInteger(ix) && ix >= 0 && ix < places.length;
  if (asked.places.length === 0 || asked.places.length > MOST_PLACES_ASKED || !asked.places.every(isPlace))
    throw new Refusal('invalid', { message: `ask for 1 to ${MOST_PLACES_ASKED} places of the board` });
  const ground = await readGround(unit.transaction);
  const points = places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  return asked.places.map((place) => {
    const around = ground.legsAround(points[place]!, points);
    return {
      place,
      to: around.map((a) => a.to.map((l) => l.sec)),
      from: around.map((a) => a.from.map((l) => l.sec)),
      toM: around[0]!.to.map((l) => l.m),
      fromM: around[0]!.from.map((l) => l.m),
    };
  });
}
