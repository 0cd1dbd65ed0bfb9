import type { Extent } from '@/contract/runs/run';
import { stableJson, type Violation } from '@/core/index';
import { changeDraftStatus } from '@/db/repositories/plan/drafts';
import { labelsOf } from '@/db/repositories/plan/labels';
import {
  type DrivenDay,
  type LiveSeat,
  readLiveDays,
  readLiveVisits,
  writeLiveDays,
  writeLiveVisits,
} from '@/db/repositories/plan/live-parts';
import {
  raiseLiveRevision,
  readDaysIn,
  readLivePlan,
  readPlacementsIn,
  readScope,
} from '@/db/repositories/plan/plans';
import { requireRight, seenBy } from '../shared/access';
import { readBaseOfRun } from '../shared/base-of-run';
import { type Command, runCommand } from '../shared/commands/command';
import { extentOfRun, findPlan, playbookVersionOfRun } from '../shared/extents';
import { type Judged, judgePlan } from '../shared/judge-plan';
import { playbookVersion } from '../shared/playbooks';
import { visitOfId } from '../shared/problem/links';
import { dayOfShift } from '../shared/problem/make-shifts';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** What a draft says of each visit that it decides. */
async function draftedVisits(unit: Unit, planId: string): Promise<Map<string, LiveSeat[]>> {
  const out = new Map<string, LiveSeat[]>();
  for (const p of await readPlacementsIn(unit.transaction, planId)) {
    const seats = out.get(p.visitId) ?? [];
    if (p.personId !== null) {
      seats.push({
        part: p.part,
        seat: p.seat,
        personId: p.personId,
        date: p.date!,
        startsAt: iso(p.startAt!),
        endsAt: iso(p.endAt!),
        equipmentIds: p.equipmentIds,
        overlapReason: p.overlapReason,
      });
    }
    out.set(p.visitId, seats);
  }
  const order = (a: LiveSeat, b: LiveSeat): number => a.part - b.part || a.seat - b.seat;
  for (const seats of out.values()) seats.sort(order);
  return out;
}

/** What a draft says of each pair of person and date that it decides. */
async function draftedDays(unit: Unit, planId: string): Promise<Map<string, DrivenDay[]>> {
  const pairs = await readScope(unit.transaction, planId);
  const out = new Map(pairs.map((p) => [`${p.personId}@${p.date}`, [] as DrivenDay[]]));
  for (const d of await readDaysIn(unit.transaction, planId)) {
    out.get(`${d.personId}@${d.date}`)?.push({
      departAt: iso(d.departAt),
      breakStarts: d.breakAts.map(iso),
      arriveAt: iso(d.arriveAt),
    });
  }
  return out;
}

/** Only what differs from the live plan. */
function differing<T extends readonly unknown[]>(
  wanted: ReadonlyMap<string, T>,
  live: ReadonlyMap<string, T>,
): Map<string, T> {
  const same = (a: readonly unknown[] | undefined, b: readonly unknown[]): boolean =>
    stableJson(a ?? []) === stableJson(b);
  return new Map([...wanted].filter(([id, value]) => !same(live.get(id), value)));
}

/** Names of visits that the user sees, and how many others there are. */
async function named(unit: Unit, visitIds: readonly string[]) {
  const labels = await labelsOf(unit.transaction, visitIds);
  const seen = seenBy(unit.user);
  const shown = labels.filter((l) => l.territoryId !== null && seen.has(l.territoryId));
  return { labels: shown, others: new Set(visitIds).size - shown.length };
}

async function refuseIfMovedOn(
  unit: Unit,
  runId: string,
  live: ReadonlyMap<string, LiveSeat[]>,
): Promise<void> {
  const changed = await readBaseOfRun(unit.transaction, runId, live);
  if (changed.length === 0) return;
  const { labels, others } = await named(unit, changed);
  throw new Refusal('conflict', { reason: 'live-changed', changed: labels.map((l) => l.label), others });
}

/** What the merged plan breaks in what the draft decided. */
function brokenBy(judged: Judged, visitIds: ReadonlySet<string>, days: ReadonlySet<string>): Violation[] {
  return judged.verdict.violations.filter(
    (v) =>
      (v.visitId !== undefined && visitIds.has(visitOfId(v.visitId)?.visitId ?? '')) ||
      (v.shiftId !== undefined && days.has(dayOfShift(v.shiftId))),
  );
}

async function refuseIfBroken(
  unit: Unit,
  extent: Extent,
  runId: string,
  decided: { visits: ReadonlySet<string>; days: ReadonlySet<string> },
): Promise<void> {
  const playbook = await playbookVersion(unit.transaction, await playbookVersionOfRun(unit, runId));
  const judged = await judgePlan(unit, await readLivePlan(unit.transaction), extent, playbook.content);
  const broken = brokenBy(judged, decided.visits, decided.days);
  if (broken.length === 0) return;
  const { labels } = await named(
    unit,
    broken.flatMap((v) => (v.visitId === undefined ? [] : (visitOfId(v.visitId)?.visitId ?? []))),
  );
  const labelOf = new Map(labels.map((l) => [l.visitId, l.label]));
  const people = new Map(judged.built.problem.persons.map((p) => [p.id, p.name]));
  const personOf = new Map(judged.built.problem.shifts.map((s) => [s.id, people.get(s.personId) ?? '']));
  throw new Refusal('conflict', {
    reason: 'breaks-rules',
    broken: broken.map((v) => ({
      rule: v.rule,
      visit: v.visitId === undefined ? null : (labelOf.get(visitOfId(v.visitId)?.visitId ?? '') ?? null),
      person: v.shiftId === undefined ? null : (personOf.get(v.shiftId) ?? null),
      date: v.shiftId === undefined ? null : dayOfShift(v.shiftId).slice(-10),
    })),
  });
}

async function layOver(
  unit: Unit,
  planId: string,
  extent: Extent,
  live: { visits: ReadonlyMap<string, LiveSeat[]>; drafted: ReadonlyMap<string, LiveSeat[]> },
  command: Command,
): Promise<{ visits: ReadonlySet<string>; days: ReadonlySet<string> }> {
  const { transaction } = unit;
  const moved = differing(live.drafted, live.visits);
  const wantedDays = await draftedDays(unit, planId);
  const liveDays = await readLiveDays(transaction, [...wantedDays.keys()]);
  const redriven = differing(wantedDays, liveDays);
  await writeLiveVisits(transaction, moved);
  await writeLiveDays(transaction, redriven);
  const orNull = <T>(list: readonly T[] | undefined): readonly T[] | null => (list?.length ? list : null);
  const { territoryIds } = extent;
  for (const [id, after] of moved) {
    command.note({
      object: 'live-visits',
      objectId: id,
      before: orNull(live.visits.get(id)),
      after: orNull(after),
      territoryIds,
    });
  }
  for (const [id, after] of redriven) {
    command.note({
      object: 'live-days',
      objectId: id,
      before: orNull(liveDays.get(id)),
      after: orNull(after),
      territoryIds,
    });
  }
  command.note({
    object: 'drafts',
    objectId: planId,
    before: { status: 'open' },
    after: { status: 'accepted' },
    territoryIds,
  });
  return { visits: new Set(live.drafted.keys()), days: new Set(wantedDays.keys()) };
}

/**
 * Makes a whole draft the live plan. Refused with a list when the live plan moved on underneath it, or when the
 * days as merged break a rule by today's settings and work.
 */
export async function acceptDraft(
  unit: Unit,
  planId: string,
): Promise<{ readonly commandId: number | null }> {
  const { transaction } = unit;
  const plan = await findPlan(unit, planId);
  const { runId } = plan;
  if (runId === null) throw new Refusal('not-found');
  const extent = await extentOfRun(unit, runId);
  requireRight(unit, 'change', 'plan', extent.territoryIds);
  // Holds the live plan: of two acceptances at once, the second waits here and then sees the first.
  await raiseLiveRevision(transaction);
  if (!(await changeDraftStatus(transaction, plan.id, 'open', 'accepted')))
    throw new Refusal('conflict', { reason: 'not-open' });
  const drafted = await draftedVisits(unit, plan.id);
  const visits = await readLiveVisits(transaction, [...drafted.keys()]);
  await refuseIfMovedOn(unit, runId, visits);
  const facts = { draft: plan.name, planId: plan.id };
  const { commandId } = await runCommand(unit, 'accept-draft', facts, async (command) => {
    const decided = await layOver(unit, plan.id, extent, { visits, drafted }, command);
    await refuseIfBroken(unit, extent, runId, decided);
  });
  return { commandId };
}
