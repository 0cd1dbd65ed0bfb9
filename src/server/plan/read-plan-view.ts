import type {
  RouteView,
  SentPersonView,
  SentPlanView,
  SentVisitView,
  ShiftView,
  StopView,
} from '@/contract/plan/plan-view';
import {
  datesFrom,
  daysBetween,
  type Parts,
  type Shift,
  type TimedRoute,
  type TimedStop,
} from '@/core/index';
import { readCancelled } from '@/db/repositories/plan/cancelled';
import { readLivePlan } from '@/db/repositories/plan/plans';
import type { Stored, VisitRow } from '@/db/repositories/shared/schedule';
import { seenBy } from '../shared/access';
import { clockIn } from '../shared/clock';
import { judged } from '../shared/judged-plans';
import { type OpenPlan, openPlan } from '../shared/plans/open-plan';
import { visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { homeOn } from '../shared/problem/memberships';
import { closedNow } from '../shared/travel/closed-now';
import type { Unit } from '../shared/unit';

/** Everything that the Plan page draws for a plan and an extent that the user may see. */
export async function readPlanView(unit: Unit, planId: string, rawExtent: unknown): Promise<SentPlanView> {
  const open = await openPlan(unit, planId, rawExtent);
  const { plan, extent, kept } = open;
  const drawing = drawingOf(unit, open);
  const { data, zone } = kept.loaded;
  const changeable = new Set(unit.user.grants.filter((g) => g.mayChange).map((g) => g.territoryId));
  const chosen = [...data.territories.values()].filter((t) => extent.territoryIds.includes(t.id));
  return {
    planId: plan.kind === 'live' ? 'live' : plan.id,
    planName: plan.name,
    kind: plan.kind,
    mayForce: unit.user.mayForce,
    revision: plan.revision,
    dates: datesFrom(extent.firstDate, daysBetween(extent.firstDate, extent.lastDate) + 1),
    zone,
    now: unit.now,
    pace: (await clockIn(unit.transaction)).pace,
    territories: chosen.map((t) => ({
      id: t.id,
      name: t.name,
      zone: t.zone,
      outline: t.outline,
      mayChange: changeable.has(t.id),
    })),
    depots: [...data.depots.values()]
      .filter((d) => extent.territoryIds.includes(d.territoryId))
      .map(({ name, lat, lon }) => ({ name, lat, lon })),
    closed: await closedNow(unit),
    people: byTerritory(
      drawing.people(),
      chosen.map((t) => t.id),
    ),
    places: drawing.places,
    visits: drawing.visits(),
    looseIds: drawing.loose(),
    cancelled: plan.kind === 'live' ? await readCancelled(unit.transaction, extent) : [],
    parts: kept.verdict.parts,
    baseline: plan.kind === 'live' ? null : await baselineParts(unit, open),
    violations: drawing.violations(),
  };
}

async function baselineParts(unit: Unit, { extent, playbook }: OpenPlan): Promise<Parts> {
  return (await judged(unit, await readLivePlan(unit.transaction), extent, playbook)).verdict.parts;
}

/** People of one territory stand together; those from elsewhere who help out come last. */
function byTerritory(people: SentPersonView[], territoryIds: readonly string[]): SentPersonView[] {
  const rank = new Map(territoryIds.map((id, i) => [id, i]));
  const rankOf = (id: string): number => rank.get(id) ?? territoryIds.length;
  return people.sort(
    (a, b) =>
      rankOf(a.homeTerritory) - rankOf(b.homeTerritory) ||
      Number(a.crewOf !== undefined) - Number(b.crewOf !== undefined) ||
      a.name.localeCompare(b.name, 'en'),
  );
}

/** Time left until the window that holds the start closes; negative when it was missed. */
function slackOf(stop: TimedStop): number {
  if (stop.lateSec > 0) return -stop.lateSec;
  const at = (w: { on?: string | undefined }): number => (w.on === 'finish' ? stop.finishSec : stop.startSec);
  const inside = stop.visit.windows.find((w) => at(w) >= w.startSec && at(w) <= w.endSec);
  return inside ? inside.endSec - at(inside) : 0;
}

/** The same for work that only blocks time here: by what was promised, or until it is due. */
function promisedSlack(row: VisitRow, startAt: number): number {
  const ends = row.windows.filter((w) => startAt >= w.startAt).map((w) => w.endAt);
  return (ends.length > 0 ? Math.max(...ends) : row.dueAt) - startAt;
}

function drawingOf({ user }: Unit, { extent, kept }: OpenPlan) {
  const { built, verdict, loaded } = kept;
  const { originSec, problem } = built;
  const { data, zone } = loaded;
  const seen = seenBy(user);
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const points = new Map(problem.places.map((p) => [p.id, { lat: p.lat ?? 0, lon: p.lon ?? 0 }]));
  const places: { lat: number; lon: number }[] = [];
  const listed = new Map<string, number>();
  const placeIx = (id: string): number => {
    const known = listed.get(id) ?? places.push(points.get(id) ?? { lat: 0, lon: 0 }) - 1;
    listed.set(id, known);
    return known;
  };
  const routes = new Map(verdict.timed.routes.map((r) => [r.shift.id, r]));
  const at = (sec: number): number => sec + originSec;
  const rowOf = (coreId: string): VisitRow | undefined =>
    rows.get(visitOfId(coreId)?.visitId ?? coreId.split('~')[0] ?? '');
  const isSeen = (row: VisitRow | undefined): row is VisitRow =>
    row !== undefined && row.territoryId !== null && seen.has(row.territoryId);
  const shiftsOf = new Map<string, Shift[]>();
  for (const s of problem.shifts) shiftsOf.set(s.personId, [...(shiftsOf.get(s.personId) ?? []), s]);
  const crews = problem.shifts.filter((s) => s.memberIds);
  const crewNames = new Map(data.crews.map((c) => [c.id, c.name]));

  const reasons = new Map(
    data.placements.flatMap((p) =>
      p.overlapReason === null ? [] : [[`${p.visitId} ${p.part} ${p.personId} ${p.date}`, p.overlapReason]],
    ),
  );
  const reasonOf = (coreId: string, shift: Shift): string | undefined => {
    const own = visitOfId(coreId);
    if (!own) return undefined;
    const { personId, date } = personAndDate(shift.id);
    return reasons.get(`${own.visitId} ${own.part} ${personId} ${date}`);
  };
  const stopView = (stop: TimedStop, shift: Shift): StopView => {
    const row = rowOf(stop.visit.id);
    const isShown = isSeen(row);
    const against = isShown ? reasonOf(stop.visit.id, shift) : undefined;
    return {
      visitId: isShown ? shownId(stop.visit.id) : '',
      startAt: at(stop.startSec),
      finishAt: at(stop.finishSec),
      travelSec: stop.travelSec,
      slackSec: isShown
        ? stop.visit.id.includes('~')
          ? promisedSlack(row, at(stop.startSec))
          : slackOf(stop)
        : 0,
      ...(against === undefined ? {} : { against }),
    };
  };
  const routeView = (route: TimedRoute): RouteView => ({
    departAt: at(route.departSec),
    arriveAt: at(route.arriveSec),
    workEndAt: at(route.workEndSec),
    overtimeSec: route.overtimeSec,
    endTravelSec: route.endTravelSec,
    breaks: route.breaks.map((b) => ({ startAt: at(b.startSec), endAt: at(b.endSec) })),
    stops: route.stops.map((s) => stopView(s, route.shift)),
  });
  const shiftView = (shift: Shift, isOwn: boolean): ShiftView => {
    const route = routes.get(shift.id);
    const crew = shift.memberIds
      ? undefined
      : crews.find(
          (c) =>
            c.memberIds?.includes(shift.personId) && c.startSec < shift.endSec && shift.startSec < c.endSec,
        );
    return {
      id: shift.id,
      date: personAndDate(shift.id).date,
      startAt: at(shift.startSec),
      endAt: at(shift.endSec),
      ...(isOwn ? { from: placeIx(shift.startPlaceId), to: placeIx(shift.endPlaceId) } : {}),
      ...(crew ? { inCrew: crewNames.get(crew.personId) ?? 'a crew' } : {}),
      route: route ? routeView(route) : null,
    };
  };
  const heldBy = (
    held: readonly { skillId: string; level: number; validFrom?: string | null; validTo?: string | null }[],
  ) => {
    const valid = held.filter(
      (h) => (h.validFrom ?? '') <= extent.lastDate && (h.validTo ?? '9999') >= extent.firstDate,
    );
    return valid.length > 0 ? { skills: valid.map((h) => ({ id: h.skillId, level: h.level })) } : {};
  };
  const inGroups = (personId: string) => {
    const groupIds = data.groups
      .filter((g) => g.members.some((m) => m.technicianId === personId))
      .map((g) => g.id);
    return groupIds.length > 0 ? { groupIds } : {};
  };
  const inExtent = (coreId: string): boolean => isSeen(rowOf(coreId));

  return {
    /** Filled while people are drawn. */
    places,
    people(): SentPersonView[] {
      const technicians = data.technicians.map((t): SentPersonView => {
        const home = homeOn(t, extent.firstDate) ?? '';
        return {
          id: t.id,
          name: t.name,
          zone: t.zone,
          homeTerritory: home,
          ...(t.kind === 'contractor' ? { isContractor: true as const } : {}),
          ...heldBy(t.skills),
          ...inGroups(t.id),
          ...(seen.has(home) ? seenLast(t) : {}),
          shifts: (shiftsOf.get(t.id) ?? []).map((s) => shiftView(s, seen.has(home))),
        };
      });
      const members = new Map([...data.members, ...data.technicians].map((t) => [t.id, t]));
      const inCrews = data.crews
        .filter((c) => shiftsOf.has(c.id) && seen.has(c.territoryId))
        .map((c): SentPersonView => {
          const shifts = shiftsOf.get(c.id) ?? [];
          return {
            id: c.id,
            name: c.name,
            zone: members.get(c.leaderId)?.zone ?? zone,
            homeTerritory: c.territoryId,
            ...heldBy(c.skills),
            crewOf: Math.max(1, ...shifts.map((s) => s.memberIds?.length ?? 1)),
            shifts: shifts.map((s) => shiftView(s, true)),
          };
        });
      return [...technicians, ...inCrews];
    },
    visits(): SentVisitView[] {
      const loose = new Set(built.plan.unplannedVisitIds);
      return problem.visits.flatMap((core) => {
        const row = rowOf(core.id);
        if (!isSeen(row)) return [];
        const kindName = data.kinds.get(row.jobKindId)?.name ?? '';
        return [visitView(row, core.id, { zone, isLoose: loose.has(core.id), kindName, core })];
      });
    },
    loose: (): string[] => built.plan.unplannedVisitIds.filter(inExtent).map(shownId),
    violations: (): SentPlanView['violations'] =>
      verdict.violations.flatMap((v) => {
        if (v.visitId !== undefined && !inExtent(v.visitId)) return [];
        return [{ ...v, ...(v.visitId === undefined ? {} : { visitId: shownId(v.visitId) }) }];
      }),
  };
}

function seenLast({ lastLat, lastLon, lastSeenAt }: Stored<'technicians'>) {
  if (lastLat === null || lastLon === null || lastSeenAt === null) return {};
  return { lastSeen: { lat: lastLat, lon: lastLon, at: Date.parse(lastSeenAt) / 1000 } };
}

/** Work elsewhere that blocks somebody's time is shown as the visit that it is. */
function shownId(coreId: string): string {
  return coreId.includes('~') ? (coreId.split('~')[0] ?? coreId) : coreId;
}

function visitView(
  row: VisitRow,
  coreId: string,
  at: {
    readonly zone: string;
    readonly isLoose: boolean;
    readonly kindName: string;
    readonly core: { readonly people?: number | undefined; readonly durationSec: number };
  },
): SentVisitView {
  const part = visitOfId(coreId)?.part ?? 1;
  const label = row.part > 1 ? `W-${row.number}.${row.part}` : `W-${row.number}`;
  return {
    id: shownId(coreId),
    label: part > 1 ? `${label}/${part}` : label,
    jobKind: at.kindName,
    site: row.site,
    isLocated: row.isLocated,
    lat: row.lat,
    lon: row.lon,
    territoryId: row.territoryId ?? '',
    ...(row.zone === at.zone ? {} : { zone: row.zone }),
    priority: row.priority,
    ...(row.windows.length > 0 && part === 1 ? { windows: row.windows } : {}),
    ...(at.isLoose
      ? {
          durationMin: Math.round(at.core.durationSec / 60),
          earliestAt: row.earliestAt,
          dueAt: row.dueAt,
          receivedAt: row.receivedAt,
        }
      : {}),
    ...(row.tiedStartAt === null ? {} : { tiedTime: true as const }),
    ...(row.tiedPersonId === null ? {} : { tiedPerson: true as const }),
    ...((at.core.people ?? 1) > 1 ? { people: at.core.people ?? 1 } : {}),
  };
}
