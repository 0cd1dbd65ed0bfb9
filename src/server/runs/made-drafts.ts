import { randomUUID } from 'node:crypto';
import { readPlan as readPlanText } from '@/contract/files/read-problem';
import { draftOfRelaxation } from '@/contract/runs/made';
import type { Extent } from '@/contract/runs/run';
import {
  boardOf,
  indexProblem,
  type Plan,
  type Problem,
  planWithPlace,
  verifyPlan,
  withRelaxation,
} from '@/core/index';
import { addPlan, addPlanRows, countDrafts } from '@/db/repositories/plan/drafts';
import { addRun } from '@/db/repositories/runs/runs';
import { notify } from '@/db/repositories/shared/commands';
import { requireRight } from '../shared/access';
import { extentOfRun, playbookVersionOfRun } from '../shared/extents';
import { openPlan } from '../shared/plans/open-plan';
import { planRows } from '../shared/problem/stored/plan-rows';
import { Refusal, required } from '../shared/refusal';
import { packPacked, packRun, readPackedRun } from '../shared/run-problem';
import { readGround } from '../shared/travel/ground';
import { travelOnDemand } from '../shared/travel/matrices';
import type { Unit } from '../shared/unit';
import { readRun } from './read-runs';

interface Made {
  readonly extent: Extent;
  readonly playbookVersionId: string;
  readonly origin: 'relaxation' | 'file';
  readonly packed: Buffer;
  readonly hash: string;
  readonly problem: Omit<Problem, 'travel'>;
  readonly plan: Plan;
  readonly staying: Parameters<typeof planRows>[2];
  readonly name: string;
  readonly price: number;
}

/** Stores a plan that no search made as a draft like any other, with where things stood when it was made. */
async function addMadeDraft(
  unit: Unit,
  made: Made,
): Promise<{ readonly draftId: string; readonly runId: string }> {
  const { transaction, user, now } = unit;
  const runId = randomUUID();
  const at = new Date(now * 1000);
  await addRun(transaction, {
    id: runId,
    extent: made.extent,
    extentKey: `made ${runId}`,
    playbookVersionId: made.playbookVersionId,
    mayMove: 'nothing',
    seconds: 0,
    seed: 1,
    status: 'done',
    problem: made.packed,
    problemHash: made.hash,
    createdBy: user.id,
    origin: made.origin,
    startedAt: at,
    endedAt: at,
    outcome: {
      code: 'draft',
      stopReason: made.origin,
      iterations: 0,
      startPrice: null,
      price: made.price,
      codeVersion: '',
      zoneData: process.versions.tz ?? 'unknown',
    },
  });
  const draftId = `draft-${runId}`;
  const number = (await countDrafts(transaction)) + 1;
  await addPlan(transaction, {
    id: draftId,
    kind: 'draft',
    name: `Draft ${number}, ${made.name}`,
    status: 'open',
    runId,
    createdAt: at,
  });
  await addPlanRows(transaction, draftId, planRows(made.problem, made.plan, made.staying ?? []));
  await notify(transaction, JSON.stringify({ kind: 'drafts', territoryIds: made.extent.territoryIds }));
  return { draftId, runId };
}

/** A loose end placed as a relaxation would let it be: a draft that says what it would take, and keeps the rest as it is. */
export async function draftRelaxation(unit: Unit, raw: unknown) {
  const { planId, extent, visitId, found } = required(draftOfRelaxation, raw);
  const open = await openPlan(unit, planId, extent);
  requireRight(unit, 'change', 'runs', extent.territoryIds);
  const { built, loaded } = open.kept;
  const problem = withRelaxation(built.problem, visitId, found.relaxation);
  const board = boardOf(indexProblem(problem), built.plan);
  const visit = problem.visits.find((v) => v.id === visitId);
  const plan = board && visit ? planWithPlace(board, visit, found) : null;
  const verdict = plan ? verifyPlan(problem, plan) : null;
  const had = open.kept.verdict.violations.length;
  // What was wrong before stays wrong; nothing else may be, once the one thing is allowed.
  if (!plan || verdict?.kind !== 'judged' || verdict.violations.length > had)
    throw new Refusal('conflict', { reason: 'moved-on' });
  const { packed, hash } = packRun(built, loaded.data.placements);
  const price = verdict.price;
  return addMadeDraft(unit, {
    extent: open.extent,
    playbookVersionId: open.playbook.id,
    origin: 'relaxation',
    packed,
    hash,
    problem: built.problem,
    plan,
    staying: built.staying,
    name: 'tried by one relaxation',
    price,
  });
}

/** A plan brought along for the problem of a run: a draft, once the checker has nothing against it. */
export async function uploadPlan(unit: Unit, runId: string, text: string) {
  const { transaction } = unit;
  await readRun(unit, runId);
  const extent = await extentOfRun(unit, runId);
  requireRight(unit, 'change', 'runs', extent.territoryIds);
  const read = readPlanText(text);
  if (!read.ok)
    throw new Refusal('invalid', { message: `${read.error.where}: ${read.error.message}`, problems: [] });
  const run = await readPackedRun(transaction, runId);
  const ground = await readGround(transaction);
  const points = run.problem.places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  const problem: Problem = { ...run.problem, travel: travelOnDemand(ground, points, run.days) };
  const verdict = verifyPlan(problem, read.value);
  if (verdict.kind !== 'judged')
    throw new Refusal('invalid', {
      message: `not a plan for this problem: ${JSON.stringify(verdict.errors[0] ?? {})}`,
    });
  const [first] = verdict.violations;
  if (first || !verdict.priceAgrees)
    throw new Refusal('conflict', {
      reason: 'checker-refused',
      violations: verdict.violations.length,
      first: first ?? null,
      price: verdict.price,
      claimed: read.value.price,
    });
  return addMadeDraft(unit, {
    extent,
    playbookVersionId: await playbookVersionOfRun(unit, runId),
    origin: 'file',
    ...packPacked(run),
    problem: run.problem,
    plan: read.value,
    staying: run.staying,
    name: 'from a file',
    price: verdict.price,
  });
}
