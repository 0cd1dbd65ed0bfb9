import {
  type AcceptPreview,
  type AcceptRequest,
  acceptRequest,
  type MovedVisit,
} from '@/contract/plan/accept';
import type { Extent } from '@/contract/runs/run';
import { changeDraftStatus } from '@/db/repositories/plan/drafts';
import { labelsOf } from '@/db/repositories/plan/labels';
import { type LiveSeat, readLiveVisits } from '@/db/repositories/plan/live-parts';
import { type PlanRow, raiseLiveRevision, readLivePlan } from '@/db/repositories/plan/plans';
import { requireRight, seenBy } from '../../shared/access';
import { readBaseOfRun } from '../../shared/base-of-run';
import { runCommand } from '../../shared/commands/command';
import { extentOfRun, findPlan, playbookVersionOfRun } from '../../shared/extents';
import { judgePlan } from '../../shared/judge-plan';
import { publishing } from '../../shared/messages/publishing';
import { createNames } from '../../shared/plans/broken';
import { type PlaybookVersion, playbookVersion } from '../../shared/playbooks';
import { visitOfId } from '../../shared/problem/links';
import { layerOf, loadSchedule } from '../../shared/problem/load-schedule';
import { dayOfShift } from '../../shared/problem/make-shifts';
import type { ScheduleData } from '../../shared/problem/schedule-data';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { chooseVisits, type Move } from './choose';
import { differing, draftedVisits } from './drafted';
import { brokenBy, type Laid, layOver } from './lay-over';

interface Opened {
  readonly plan: PlanRow;
  readonly runId: string;
  readonly extent: Extent;
  readonly playbook: PlaybookVersion;
}

/** Holds the live plan and the draft: of two acceptances at once, the second waits here and then sees the first. */
async function open(unit: Unit, planId: string): Promise<Opened> {
  const plan = await findPlan(unit, planId);
  const { runId } = plan;
  if (runId === null || plan.id !== planId || planId.startsWith('best-')) throw new Refusal('not-found');
  const extent = await extentOfRun(unit, runId);
  requireRight(unit, 'change', 'plan', extent.territoryIds);
  await raiseLiveRevision(unit.transaction);
  if (!(await changeDraftStatus(unit.transaction, plan.id, 'open', 'open')))
    throw new Refusal('conflict', { reason: 'not-open' });
  const playbook = await playbookVersion(unit.transaction, await playbookVersionOfRun(unit, runId));
  return { plan, runId, extent, playbook };
}

interface Chosen {
  readonly moves: ReadonlyMap<string, Move>;
  readonly chosen: ReadonlyMap<string, Move>;
  readonly along: ReadonlySet<string>;
  /** Work that moved in the live plan since, and about which nothing was said. */
  readonly unsettled: readonly { readonly visitId: string; readonly isOwn: boolean; readonly move: Move }[];
  readonly data: ScheduleData;
}

const day = (s: LiveSeat): string => `${s.personId}@${s.date}`;

async function choose(unit: Unit, { plan, runId, extent }: Opened, request: AcceptRequest): Promise<Chosen> {
  const { transaction } = unit;
  const drafted = await draftedVisits(unit, plan.id);
  const live = await readLiveVisits(transaction, [...drafted.keys()]);
  const moves = new Map(
    [...differing(drafted, live)].map(([id, to]): [string, Move] => [id, { from: live.get(id) ?? [], to }]),
  );
  const { data } = await loadSchedule(transaction, extent, await layerOf(transaction, plan));
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const picked = chooseVisits(request.take, moves, rows);
  const chosen = new Map([...picked.chosen].map((id) => [id, moves.get(id)!]));
  const days = new Set([...chosen.values()].flatMap(({ from, to }) => [...from, ...to].map(day)));
  const changed = await readBaseOfRun(transaction, runId, live);
  const others = await readLiveVisits(
    transaction,
    changed.filter((id) => !drafted.has(id)),
  );
  const unsettled: { visitId: string; isOwn: boolean; move: Move }[] = [];
  for (const visitId of changed) {
    const own = moves.get(visitId);
    const seats = others.get(visitId) ?? [];
    const isOwn = drafted.has(visitId);
    const concerns = isOwn
      ? chosen.has(visitId)
      : request.take.by === 'all' || seats.some((s) => days.has(day(s)));
    if (!concerns) continue;
    const settled = request.conflicts[visitId];
    if (settled === 'live') chosen.delete(visitId);
    else if (settled === 'loose') chosen.set(visitId, { from: own?.from ?? seats, to: [] });
    else if (settled !== 'draft' || !isOwn)
      unsettled.push({ visitId, isOwn, move: own ?? { from: seats, to: seats } });
  }
  return { moves, chosen, along: picked.along, unsettled, data };
}

/** Names of visits that the user sees, and how many others there are. */
async function named(unit: Unit, visitIds: readonly string[]) {
  const labels = await labelsOf(unit.transaction, visitIds);
  const seen = seenBy(unit.user);
  const shown = labels.filter((l) => l.territoryId !== null && seen.has(l.territoryId));
  return { labels: shown, others: new Set(visitIds).size - shown.length };
}

async function refuseIfUnsettled(unit: Unit, { unsettled }: Chosen): Promise<void> {
  if (unsettled.length === 0) return;
  const { labels, others } = await named(
    unit,
    unsettled.map((u) => u.visitId),
  );
  throw new Refusal('conflict', { reason: 'live-changed', changed: labels.map((l) => l.label), others });
}

async function brokenNamed(unit: Unit, laid: Laid): Promise<AcceptPreview['broken']> {
  const broken = brokenBy(laid);
  const { labels } = await named(
    unit,
    broken.flatMap((v) => (v.visitId === undefined ? [] : (visitOfId(v.visitId)?.visitId ?? []))),
  );
  const labelOf = new Map(labels.map((l) => [l.visitId, l.label]));
  const { problem } = laid.judged.built;
  const people = new Map(problem.persons.map((p) => [p.id, p.name]));
  const personOf = new Map(problem.shifts.map((s) => [s.id, people.get(s.personId) ?? '']));
  return broken.map((v) => ({
    rule: v.rule,
    visit: v.visitId === undefined ? null : (labelOf.get(visitOfId(v.visitId)?.visitId ?? '') ?? null),
    person: v.shiftId === undefined ? null : (personOf.get(v.shiftId) ?? null),
    date: v.shiftId === undefined ? null : dayOfShift(v.shiftId).slice(-10),
  }));
}

const PART_FACTS = {
  all: 'all',
  territory: 'territory',
  day: 'day',
  person: 'person',
  visit: 'visit',
} as const;

/**
 * Makes a draft, or part of it, the live plan, as one command. Refused with a list when work that it takes moved in the
 * live plan meanwhile and nothing was said of it, or when the plan as merged breaks a rule by today's settings.
 */
export async function acceptDraft(
  unit: Unit,
  planId: string,
  raw: unknown = {},
): Promise<{ readonly commandId: number | null; readonly left: number }> {
  const opened = await open(unit, planId);
  const request = required(acceptRequest, raw ?? {});
  const picked = await choose(unit, opened, request);
  await refuseIfUnsettled(unit, picked);
  const { plan, extent } = opened;
  const isWhole = request.take.by === 'all' && Object.keys(request.conflicts).length === 0;
  if (!isWhole && picked.chosen.size === 0)
    throw new Refusal('invalid', { path: 'take', message: 'nothing of the draft is in it' });
  const left = [...picked.moves.keys()].filter((id) => !picked.chosen.has(id)).length;
  const facts = {
    draft: plan.name,
    planId: plan.id,
    part: PART_FACTS[request.take.by],
    visits: picked.chosen.size,
  };
  const { commandId } = await runCommand(unit, 'accept-draft', facts, async (command) => {
    const laid = await publishing(unit, extent, () =>
      layOver(unit, { ...opened, planId: plan.id, chosen: picked.chosen, isWhole }, command),
    );
    const broken = await brokenNamed(unit, laid);
    if (broken.length > 0) throw new Refusal('conflict', { reason: 'breaks-rules', broken });
    if (isWhole || left === 0) {
      await changeDraftStatus(unit.transaction, plan.id, 'open', 'accepted');
      command.note({
        object: 'drafts',
        objectId: plan.id,
        before: { status: 'open' },
        after: { status: 'accepted' },
        territoryIds: extent.territoryIds,
      });
    }
  });
  return { commandId, left };
}

/** Carries a rehearsal's answer out of a transaction that is to leave nothing behind. */
export class Rehearsed extends Error {
  constructor(readonly answer: AcceptPreview) {
    super('rehearsed');
  }
}

/** What an acceptance would do: done as it would be, told, and undone by the caller, who lets nothing of it stand. */
export async function rehearseAcceptance(unit: Unit, planId: string, raw: unknown): Promise<never> {
  const opened = await open(unit, planId);
  const request = required(acceptRequest, raw ?? {});
  const { transaction } = unit;
  const { extent, playbook, plan } = opened;
  const before = await judgePlan(unit, await readLivePlan(transaction), extent, playbook.content);
  const picked = await choose(unit, opened, request);
  const isWhole = request.take.by === 'all' && Object.keys(request.conflicts).length === 0;
  let laid: Laid | null = null;
  await runCommand(unit, 'accept-draft', {}, async (command) => {
    laid = await layOver(unit, { ...opened, planId: plan.id, chosen: picked.chosen, isWhole }, command);
  });
  throw new Rehearsed(await previewOf(unit, picked, laid!, before.verdict.price));
}

async function previewOf(
  unit: Unit,
  picked: Chosen,
  laid: Laid,
  priceBefore: number,
): Promise<AcceptPreview> {
  const names = createNames(picked.data);
  const seen = seenBy(unit.user);
  const territoryOf = new Map(picked.data.visits.map((v) => [v.id, v.territoryId]));
  const isSeen = (id: string): boolean => seen.has(territoryOf.get(id) ?? '');
  const seats = (list: readonly LiveSeat[]): MovedVisit['from'] =>
    list.map((s) => ({
      person: names.person(s.personId),
      date: s.date,
      startAt: Date.parse(s.startsAt) / 1000,
    }));
  const told = (id: string, { from, to }: Move): MovedVisit => {
    const { label, what } = names.visit(id);
    return { visitId: id, label, what, from: seats(from), to: seats(to) };
  };
  const all = [...laid.visits].filter(([id]) => isSeen(id));
  const people = new Map<string, Set<string>>();
  for (const { from, to } of laid.visits.values())
    for (const s of [...from, ...to])
      people.set(s.personId, (people.get(s.personId) ?? new Set()).add(s.date));
  return {
    moved: all.filter(([id]) => !laid.retimed.has(id)).map(([id, m]) => told(id, m)),
    along: [...picked.along].filter(isSeen),
    retimed: all.filter(([id]) => laid.retimed.has(id)).map(([id, m]) => told(id, m)),
    others: laid.visits.size - all.length,
    told: [...people]
      .map(([personId, dates]) => ({ personId, person: names.person(personId), dates: [...dates].sort() }))
      .sort((a, b) => a.person.localeCompare(b.person, 'en')),
    conflicts: picked.unsettled
      .filter((u) => isSeen(u.visitId))
      .map((u) => ({ ...told(u.visitId, u.move), isOwn: u.isOwn })),
    broken: await brokenNamed(unit, laid),
    priceBefore,
    priceAfter: laid.judged.verdict.price,
    left: [...picked.moves.keys()].filter((id) => !picked.chosen.has(id)).length,
  };
}
