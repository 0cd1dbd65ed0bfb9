import type { PlanView, RouteView, ShiftView, StopView, VisitView } from '@/contract/plan-view';
import { type Extent, extentSchema } from '@/contract/run';
import {
  datesFrom,
  daysBetween,
  indexProblem,
  type Parts,
  type ProblemIndex,
  priceRoute,
  priceStop,
  type Shift,
  type TimedRoute,
  type TimedStop,
  type Verdict,
  verifyPlan,
} from '@/core/index';
import { select } from '@/db/connection';
import { type PlanRow, readLivePlan } from '@/db/repositories/plans';
import { readDepots, type TechnicianRow, type VisitRow } from '@/db/repositories/schedule-data';
import { requireSight } from './access';
import { database } from './database';
import { extentOfRun, findPlan } from './find-plan';
import { defaultPlaybook, type PlaybookVersion, readPlaybookVersion } from './playbooks';
import { type BuiltProblem, buildProblem } from './problem/build-problem';
import { loadSchedule } from './problem/load-schedule';
import { membershipsOn } from './problem/shifts';
import { Refusal } from './refusal';
import type { User } from './session';

/** Slack below which a visit counts as tight. */
const TIGHT_SEC = 15 * 60;

interface Judged {
  readonly built: BuiltProblem;
  readonly verdict: Extract<Verdict, { kind: 'judged' }>;
  readonly loaded: Awaited<ReturnType<typeof loadSchedule>>;
}

/** Describes and judges a stored plan over an extent with a playbook's prices. */
export async function judgePlan(plan: PlanRow, extent: Extent, playbook: PlaybookVersion): Promise<Judged> {
  const loaded = await loadSchedule(extent, plan);
  const built = await buildProblem(loaded.data, {
    extent,
    playbook: playbook.content,
    zone: loaded.zone,
    mayMove: 'nothing',
    name: plan.name,
  });
  const verdict = verifyPlan(built.problem, built.plan);
  if (verdict.kind !== 'judged')
    throw new Error(`Plan ${plan.id} cannot be replayed: ${JSON.stringify(verdict.errors)}`);
  return { built, verdict, loaded };
}

async function playbookOf(plan: PlanRow): Promise<PlaybookVersion> {
  if (plan.runId === null) return defaultPlaybook();
  const [run] = await select<{ id: string }>(
    database(),
    'select playbook_version_id as id from runs where id = :runId',
    { runId: plan.runId },
  );
  return run ? readPlaybookVersion(run.id) : defaultPlaybook();
}

/** Everything that the Plan page draws for a plan and an extent that the user may see. */
export async function readPlanView(
  user: User,
  planId: string,
  rawExtent: unknown,
  now: number,
): Promise<PlanView> {
  const parsed = extentSchema.safeParse(rawExtent);
  if (!parsed.success) throw new Refusal('invalid', { message: parsed.error.issues[0]?.message });
  const extent = parsed.data;
  const access = await requireSight(user, extent.territoryIds);
  const plan = await findPlan(user, planId);
  const playbook = await playbookOf(plan);
  const { built, verdict, loaded } = await judgePlan(plan, extent, playbook);
  const baseline = plan.kind === 'live' ? null : await baselineParts(extent, playbook);
  const names = new Map(loaded.data.technicians.map((t) => [t.id, t.name]));
  const seen = new Set(access.map((a) => a.territoryId));
  const planned = new Set(built.problem.visits.map((v) => v.id));
  const byId = new Map(loaded.data.visits.map((v) => [v.id, v]));
  const judge: RouteJudge = { built, index: indexProblem(built.problem), visits: byId, seen };
  const changeable = new Set(access.filter((a) => a.mayChange).map((a) => a.territoryId));
  return {
    planId: plan.kind === 'live' ? 'live' : plan.id,
    planName: plan.name,
    kind: plan.kind,
    revision: plan.revision,
    dates: datesFrom(extent.firstDate, daysBetween(extent.firstDate, extent.lastDate) + 1),
    zone: loaded.zone,
    now,
    territories: loaded.territories
      .filter((t) => extent.territoryIds.includes(t.id))
      .map((t) => ({ ...t, mayChange: changeable.has(t.id) })),
    depots: await readDepots(database(), extent.territoryIds),
    people: byTerritory(
      loaded.data.technicians.map((t) => personView(t, judge, verdict, extent)),
      loaded.territories.filter((t) => extent.territoryIds.includes(t.id)),
    ),
    visits: loaded.data.visits
      .filter((v) => planned.has(v.id) && seen.has(v.territoryId))
      .map((v) => visitView(v, names)),
    looseIds: built.plan.unplannedVisitIds.filter((id) => seen.has(byId.get(id)?.territoryId ?? '')),
    parts: verdict.parts,
    baseline,
    violations: verdict.violations.filter(
      (v) => v.visitId === undefined || seen.has(byId.get(v.visitId)?.territoryId ?? ''),
    ),
  };
}

/** People of one territory stand together; those from elsewhere who help out come last. */
function byTerritory(
  people: PlanView['people'],
  territories: readonly { id: string; name: string }[],
): PlanView['people'] {
  const rank = new Map(territories.map((t, i) => [t.id, i]));
  const rankOf = (id: string): number => rank.get(id) ?? territories.length;
  return [...people].sort(
    (a, b) => rankOf(a.homeTerritory) - rankOf(b.homeTerritory) || a.name.localeCompare(b.name, 'en'),
  );
}

async function baselineParts(extent: Extent, playbook: PlaybookVersion): Promise<Parts> {
  return (await judgePlan(await readLivePlan(database()), extent, playbook)).verdict.parts;
}

/** Figures of a draft and of the live plan over the draft's own extent. */
export async function compareDraft(
  user: User,
  planId: string,
): Promise<{ draft: Parts; live: Parts; violations: number }> {
  const plan = await findPlan(user, planId);
  if (plan.runId === null) throw new Refusal('not-found');
  const extent = await extentOfRun(plan.runId);
  const playbook = await playbookOf(plan);
  const { verdict } = await judgePlan(plan, extent, playbook);
  return {
    draft: verdict.parts,
    live: await baselineParts(extent, playbook),
    violations: verdict.violations.length,
  };
}

interface RouteJudge {
  readonly built: BuiltProblem;
  readonly index: ProblemIndex;
  readonly visits: ReadonlyMap<string, VisitRow>;
  /** Territories whose visits the user may see; others only block time. */
  readonly seen: ReadonlySet<string>;
}

function personView(
  technician: TechnicianRow,
  judge: RouteJudge,
  verdict: { timed: { routes: readonly TimedRoute[] } },
  extent: Extent,
): PlanView['people'][number] {
  const routes = new Map(verdict.timed.routes.map((r) => [r.shift.id, r]));
  const shifts = judge.built.problem.shifts.filter((s) => s.personId === technician.id);
  return {
    id: technician.id,
    name: technician.name,
    zone: technician.zone,
    homeTerritory:
      membershipsOn(technician, extent.firstDate).find((m) => m.relation !== 'cover')?.territoryId ?? '',
    skills: technician.skills.map((s) => ({ name: s.name, level: s.level, validTo: s.validTo })),
    shifts: shifts.map((s) => shiftView(s, routes.get(s.id), judge)),
  };
}

function shiftView(shift: Shift, route: TimedRoute | undefined, judge: RouteJudge): ShiftView {
  const { originSec, problem } = judge.built;
  const at = (id: string): { lat: number; lon: number } => {
    const place = problem.places.find((p) => p.id === id);
    return { lat: place?.lat ?? 0, lon: place?.lon ?? 0 };
  };
  return {
    id: shift.id,
    date: (shift.id.split('@')[1] ?? '').slice(0, 10),
    startAt: shift.startSec + originSec,
    endAt: shift.endSec + originSec,
    startsFrom: at(shift.startPlaceId),
    endsAt: at(shift.endPlaceId),
    route: route ? routeView(route, judge) : null,
  };
}

function routeView(route: TimedRoute, judge: RouteJudge): RouteView {
  const { originSec } = judge.built;
  return {
    departAt: route.departSec + originSec,
    arriveAt: route.arriveSec + originSec,
    workEndAt: route.workEndSec + originSec,
    overtimeSec: route.overtimeSec,
    endTravelSec: route.endTravelSec,
    endTravelM: route.endTravelM,
    breaks: route.breaks.map((b) => ({ startAt: b.startSec + originSec, endAt: b.endSec + originSec })),
    stops: route.stops.map((stop) => stopView(stop, route, judge)),
    parts: priceRoute(route, judge.index),
  };
}

/** Time left until the window that holds the start closes; negative when it was missed. */
function slackOf(stop: TimedStop): number {
  if (stop.lateSec > 0) return -stop.lateSec;
  const inside = stop.visit.windows.find((w) => stop.startSec >= w.startSec && stop.startSec <= w.endSec);
  return inside ? inside.endSec - stop.startSec : 0;
}

function stopView(stop: TimedStop, route: TimedRoute, judge: RouteJudge): StopView {
  const { originSec } = judge.built;
  const slackSec = slackOf(stop);
  const visit = judge.visits.get(stop.visit.id);
  const isHidden = !visit || !judge.seen.has(visit.territoryId);
  return {
    // A visit of a territory out of sight shows as busy time and nothing else.
    visitId: isHidden ? '' : stop.visit.id,
    arriveAt: stop.arriveSec + originSec,
    startAt: stop.startSec + originSec,
    finishAt: stop.finishSec + originSec,
    travelSec: stop.travelSec,
    travelM: stop.travelM,
    lateSec: stop.lateSec,
    slack: slackSec < 0 ? 'missed' : slackSec < TIGHT_SEC ? 'tight' : 'comfortable',
    slackSec,
    parts: priceStop(stop, route, judge.index),
  };
}

function visitView(visit: VisitRow, names: ReadonlyMap<string, string>): VisitView {
  const wished = (wish: string): string[] =>
    visit.wishes
      .filter((w) => w.wish === wish)
      .map((w) => names.get(w.technicianId) ?? 'somebody outside this extent');
  return {
    id: visit.id,
    label: visit.part > 1 ? `W-${visit.number}.${visit.part}` : `W-${visit.number}`,
    jobKind: visit.jobKind,
    summary: visit.summary,
    notes: visit.notes,
    site: visit.site,
    address: visit.address,
    lat: visit.lat,
    lon: visit.lon,
    territoryId: visit.territoryId,
    zone: visit.zone,
    durationMin: visit.durationMin,
    priority: visit.priority,
    windows: visit.windows,
    earliestAt: visit.earliestAt,
    dueAt: visit.dueAt,
    skills: visit.skills.map((s) => ({ name: s.name, level: s.level })),
    must: wished('must'),
    never: wished('never'),
    favoured: wished('favoured'),
    tiedTime: visit.tiedTime,
    tiedPerson: visit.tiedPerson,
  };
}
