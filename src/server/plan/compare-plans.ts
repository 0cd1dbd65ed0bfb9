import {
  type Compared,
  type ComparedPlan,
  compareRequest,
  type DifferingVisit,
} from '@/contract/plan/compare';
import type { Extent } from '@/contract/runs/run';
import { makeUp, OBJECTIVES } from '@/core/index';
import { readDraftsOfExtent } from '@/db/repositories/plan/drafts';
import type { PlanRow } from '@/db/repositories/plan/plans';
import { requireRight, requireSight, seenBy } from '../shared/access';
import { findPlan, playbookVersionOfRun } from '../shared/extents';
import { judged, type KeptPlan } from '../shared/judged-plans';
import { createNames } from '../shared/plans/broken';
import { livePlaybook, type PlaybookVersion, playbookVersion } from '../shared/playbooks';
import { visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { homeOn } from '../shared/problem/memberships';
import { required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { chancesOf } from './chance';

const MOST_DIFFERING = 400;
const MOST_DRAFTS = 12;

interface Opened {
  readonly plan: PlanRow;
  readonly kept: KeptPlan;
}

async function playbookFor(
  unit: Unit,
  plans: readonly PlanRow[],
  versionId: string | null,
): Promise<PlaybookVersion> {
  if (versionId !== null) return playbookVersion(unit.transaction, versionId);
  const draft = plans.find((p) => p.runId !== null);
  return draft?.runId
    ? playbookVersion(unit.transaction, await playbookVersionOfRun(unit, draft.runId))
    : livePlaybook(unit.transaction);
}

async function openAll(unit: Unit, raw: unknown) {
  requireRight(unit, 'read', 'plan');
  const { planIds, extent, playbookVersionId } = required(compareRequest, raw);
  requireSight(unit, 'plan', extent.territoryIds);
  const rows: PlanRow[] = [];
  for (const id of [...new Set(planIds)]) rows.push(await findPlan(unit, id));
  return { rows, extent, playbook: await playbookFor(unit, rows, playbookVersionId) };
}

/** Plans side by side over one extent, by the prices of one playbook. */
export async function comparePlans(unit: Unit, raw: unknown): Promise<Compared> {
  const { rows, extent, playbook } = await openAll(unit, raw);
  const opened: Opened[] = [];
  for (const plan of rows) opened.push({ plan, kept: await judged(unit, plan, extent, playbook) });
  const plans: ComparedPlan[] = [];
  for (const o of opened) plans.push(await comparedPlan(unit, o, extent));
  const seen = seenBy(unit.user);
  const data = opened[0]!.kept.loaded.data;
  const differing = differingVisits(opened, seen);
  const people = new Map(
    opened.flatMap(({ kept }) =>
      [...kept.loaded.data.technicians, ...kept.loaded.data.crews].map((p) => [p.id, p]),
    ),
  );
  return {
    extent,
    playbook: { id: playbook.id, name: playbook.name, version: playbook.version },
    territories: extent.territoryIds.map((id) => ({ id, name: data.territories.get(id)?.name ?? id })),
    people: [...people.values()]
      .map((p) => ({ id: p.id, name: p.name, weekMostMin: 'weekMostMin' in p ? p.weekMostMin : null }))
      .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    plans,
    differing: differing.slice(0, MOST_DIFFERING),
    more: Math.max(0, differing.length - MOST_DIFFERING),
  };
}

async function comparedPlan(unit: Unit, { plan, kept }: Opened, extent: Extent): Promise<ComparedPlan> {
  const { verdict } = kept;
  const { routes } = verdict.timed;
  const by = plan.runId === null ? await livePlaybook(unit.transaction) : await versionOf(unit, plan.runId);
  const chances = chancesOf(kept);
  return {
    id: plan.kind === 'live' ? 'live' : plan.id,
    name: plan.name,
    playbook: by.name,
    runId: plan.runId,
    status: plan.status,
    parts: verdict.parts,
    violations: verdict.violations.length,
    visits: new Set(routes.flatMap((r) => r.stops.map((s) => s.visit.id)).filter((id) => !id.includes('~')))
      .size,
    days: routes.length,
    chance: chances && { mean: chances.mean, allKept: chances.allKept },
    lateMin: routes.flatMap((r) =>
      r.stops.flatMap((s) => (s.lateSec > 0 ? [Math.round(s.lateSec / 60)] : [])),
    ),
    people: hoursByPerson(kept),
    outings: outingsOf(kept),
    used: usedByDay(kept, extent),
  };
}

async function versionOf(unit: Unit, runId: string): Promise<PlaybookVersion> {
  return playbookVersion(unit.transaction, await playbookVersionOfRun(unit, runId));
}

function hoursByPerson({ verdict }: KeptPlan): ComparedPlan['people'] {
  const out = new Map<string, ComparedPlan['people'][number]>();
  for (const r of verdict.timed.routes) {
    const { personId } = r.shift;
    const was = out.get(personId) ?? { personId, workSec: 0, travelSec: 0, overtimeSec: 0, days: 0 };
    out.set(personId, {
      personId,
      workSec: was.workSec + r.workSec,
      travelSec: was.travelSec + drivenSec(r),
      overtimeSec: was.overtimeSec + r.overtimeSec,
      days: was.days + 1,
    });
  }
  return [...out.values()];
}

const drivenSec = ({ stops, endTravelSec }: KeptPlan['verdict']['timed']['routes'][number]): number =>
  stops.reduce((sum, s) => sum + s.travelSec, endTravelSec);

function outingsOf({ verdict }: KeptPlan): ComparedPlan['outings'] {
  return verdict.timed.routes.map((r) => ({
    ...personAndDate(r.shift.id),
    onSiteSec: r.stops.reduce((sum, s) => sum + s.finishSec - s.startSec, 0),
    travelSec: drivenSec(r),
  }));
}

/** Planned over worked time, by day and by the territory where people are at home then. */
function usedByDay({ built, verdict, loaded }: KeptPlan, extent: Extent): ComparedPlan['used'] {
  const { data } = loaded;
  const technicians = new Map(data.technicians.map((t) => [t.id, t]));
  const crews = new Map(data.crews.map((c) => [c.id, c]));
  const wanted = new Set(extent.territoryIds);
  const cells = new Map<string, ComparedPlan['used'][number]>();
  const planned = new Map(verdict.timed.routes.map((r) => [r.shift.id, r.workSec]));
  for (const shift of built.problem.shifts) {
    const { personId, date } = personAndDate(shift.id);
    const technician = technicians.get(personId);
    const territoryId = technician ? homeOn(technician, date) : (crews.get(personId)?.territoryId ?? null);
    if (territoryId === null || !wanted.has(territoryId)) continue;
    const key = `${date} ${territoryId}`;
    const cell = cells.get(key) ?? { date, territoryId, plannedSec: 0, workedSec: 0 };
    cells.set(key, {
      ...cell,
      plannedSec: cell.plannedSec + (planned.get(shift.id) ?? 0),
      workedSec: cell.workedSec + shift.endSec - shift.startSec,
    });
  }
  return [...cells.values()].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** What the place of every visit costs, micros; of a loose end what leaving it costs. */
export function pricesOfVisits({ verdict, index }: KeptPlan): Map<string, number> {
  const out = new Map<string, number>();
  for (const objective of OBJECTIVES)
    for (const { visitId, price } of makeUp(verdict.timed, index, objective))
      if (visitId !== null) out.set(visitId, (out.get(visitId) ?? 0) + price);
  return out;
}

type Seats = Map<string, DifferingVisit['at'][number]>;

function seatsOf({ kept }: Opened): Seats {
  const { verdict, built } = kept;
  const names = createNames(kept.loaded.data);
  const out: Seats = new Map();
  for (const { shift, stops } of verdict.timed.routes)
    for (const { visit, startSec } of stops) {
      if (visit.id.includes('~')) continue;
      const { personId, date } = personAndDate(shift.id);
      const seat = { personId, person: names.person(personId), date, startAt: built.originSec + startSec };
      out.set(visit.id, [...(out.get(visit.id) ?? []), seat]);
    }
  for (const v of verdict.timed.unplanned) out.set(v.id, []);
  return out;
}

/** Visits that are not in the same place in all plans, those whose price differs most first. */
function differingVisits(opened: readonly Opened[], seen: ReadonlySet<string>): DifferingVisit[] {
  const seats = opened.map(seatsOf);
  const prices = opened.map(({ kept }) => pricesOfVisits(kept));
  const rows = new Map(opened.flatMap(({ kept }) => kept.loaded.data.visits.map((v) => [v.id, v])));
  const names = createNames(opened[0]!.kept.loaded.data);
  const ids = new Set(seats.flatMap((s) => [...s.keys()]));
  const text = (list: DifferingVisit['at'][number] | undefined): string =>
    (list ?? [])
      .map((s) => `${s.personId}@${s.startAt}`)
      .sort()
      .join(' ');
  const out: DifferingVisit[] = [];
  for (const id of ids) {
    const row = rows.get(visitOfId(id)?.visitId ?? id);
    if (!row || row.territoryId === null || !seen.has(row.territoryId)) continue;
    if (new Set(seats.map((s) => text(s.get(id)))).size === 1) continue;
    const { label, what } = names.visit(id);
    out.push({
      visitId: id,
      label,
      what,
      territoryId: row.territoryId,
      at: seats.map((s) => s.get(id) ?? []),
      price: prices.map((p) => p.get(id) ?? 0),
    });
  }
  const spread = ({ price }: DifferingVisit): number => Math.max(...price) - Math.min(...price);
  return out.sort((a, b) => spread(b) - spread(a) || a.label.localeCompare(b.label, 'en'));
}

/** The newest drafts of an extent, by the prices that the comparison uses. */
export async function readTradeOff(unit: Unit, raw: unknown) {
  const { extent, playbook } = await openAll(unit, raw);
  const ids = await readDraftsOfExtent(unit.transaction, extent, MOST_DRAFTS);
  const out: { id: string; name: string; parts: KeptPlan['verdict']['parts'] }[] = [];
  for (const id of ids) {
    const plan = await findPlan(unit, id);
    const { verdict } = await judged(unit, plan, extent, playbook);
    out.push({ id: plan.id, name: plan.name, parts: verdict.parts });
  }
  return out;
}
