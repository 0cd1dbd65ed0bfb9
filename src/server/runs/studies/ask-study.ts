import { createHash, randomUUID } from 'node:crypto';
import { runAsk } from '@/contract/runs/ask';
import { type StudyRequest, type StudyView, studyFound, studyRequest } from '@/contract/runs/studies';
import { stableJson } from '@/core/index';
import {
  addStudy,
  askAgain,
  askStudyToStop,
  readStudy,
  readStudyByKey,
  type StoredStudy,
} from '@/db/repositories/runs/studies';
import { requireRight, requireSight } from '../../shared/access';
import { openPlan } from '../../shared/plans/open-plan';
import { nudge } from '../../shared/queue';
import { Refusal, required } from '../../shared/refusal';
import { packJudged } from '../../shared/run-problem';
import type { Unit } from '../../shared/unit';
import { buildRun } from '../build-run';
import { readRun } from '../read-runs';

const SAME_MOMENT_SEC = 900;

interface Packed {
  readonly packed: Buffer | null;
  /** Of all that goes in. */
  readonly hash: string;
  readonly territoryIds: readonly string[];
}

/** What a question is about, as a problem of now. */
async function packOf(unit: Unit, request: StudyRequest): Promise<Packed> {
  if (request.kind === 'files') {
    const run = await readRun(unit, request.runId);
    return { packed: null, hash: run.problemHash ?? run.id, territoryIds: run.extent.territoryIds };
  }
  const { extent } = request;
  requireSight(unit, 'plan', extent.territoryIds);
  const { territoryIds } = extent;
  if (request.kind === 'sweep' || request.kind === 'grid') {
    const ask = runAsk.parse({ extent, budget: { kind: 'seconds', seconds: request.seconds } });
    // Nearly the same moment is the same question.
    const now = Math.floor(unit.now / SAME_MOMENT_SEC) * SAME_MOMENT_SEC;
    const { built } = await buildRun({ ...unit, now }, ask, {
      name: 'Study',
      content: request.content,
    });
    if (built.ownVisitIds.length === 0) throw new Refusal('invalid', { path: 'extent', outcome: 'no-work' });
    return { ...packJudged(built), territoryIds };
  }
  const { kept } = await openPlan(unit, request.planId, extent);
  return { ...packJudged(kept.built), territoryIds };
}

export function toStudyView(row: StoredStudy): StudyView {
  const { asked: _asked, territoryIds: _where, createdAt, found, ...rest } = row;
  return { ...rest, found: studyFound.parse(found), createdAt: createdAt.toISOString() };
}

/** Asks a question, or finds the answer of whoever asked the same of the same problem. */
export async function askStudy(unit: Unit, raw: unknown): Promise<StudyView> {
  requireRight(unit, 'change', 'runs');
  const request = required(studyRequest, raw);
  const { transaction, user } = unit;
  const { packed, hash, territoryIds } = await packOf(unit, request);
  requireRight(unit, 'read', 'runs', territoryIds);
  const key = createHash('sha256')
    .update(stableJson([hash, request]))
    .digest('hex');
  const known = await readStudyByKey(transaction, key);
  if (known) {
    if (known.status === 'failed' || known.status === 'stopped') {
      await askAgain(transaction, known.id);
      await nudge(transaction, 'runs');
    }
    return toStudyView((await readStudy(transaction, known.id))!);
  }
  const id = randomUUID();
  await addStudy(transaction, {
    id,
    kind: request.kind,
    key,
    asked: request,
    territoryIds: [...territoryIds],
    problem: packed,
    status: 'queued',
    createdBy: user.id,
  });
  await nudge(transaction, 'runs');
  return toStudyView((await readStudy(transaction, id))!);
}

async function find(unit: Unit, id: string): Promise<StoredStudy> {
  requireRight(unit, 'read', 'runs');
  const row = await readStudy(unit.transaction, id);
  if (!row) throw new Refusal('not-found');
  requireSight(unit, 'runs', row.territoryIds);
  return row;
}

export async function viewStudy(unit: Unit, id: string): Promise<StudyView> {
  return toStudyView(await find(unit, id));
}

export async function stopStudy(unit: Unit, id: string): Promise<void> {
  const row = await find(unit, id);
  requireRight(unit, 'change', 'runs', row.territoryIds);
  await askStudyToStop(unit.transaction, id);
}
