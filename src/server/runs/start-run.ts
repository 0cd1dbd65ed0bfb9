import { createHash, randomInt, randomUUID } from 'node:crypto';
import { mostSeconds, type RunAsk, runRequest } from '@/contract/runs/ask';
import type { RunOutcome } from '@/contract/runs/run';
import { stableJson } from '@/core/index';
import { sqlState, TryAgain } from '@/db/connection';
import { activeRunOf, addRun, countWaiting, notifyRun } from '@/db/repositories/runs/runs';
import { requireRight, requireSight } from '../shared/access';
import { type PlaybookVersion, playbookVersion } from '../shared/playbooks';
import { nudge } from '../shared/queue';
import { Refusal, required } from '../shared/refusal';
import { packRun } from '../shared/run-problem';
import type { Unit } from '../shared/unit';
import { buildRun } from './build-run';

/** Runs of one user that may wait at once. */
export const MOST_WAITING = 10;

export interface Started {
  /** The run, or the first of several. */
  readonly id: string;
  readonly ids: readonly string[];
  readonly batchId: string | null;
}

/** The same question by the same playbook is asked once at a time, however it is written. */
function keyOf(ask: RunAsk, playbookVersionId: string): string {
  const { extent, budget: _budget, seed: _seed, threads: _threads, ...how } = ask;
  const asked = stableJson({ ...how, territoryIds: [...extent.territoryIds].sort(), playbookVersionId });
  const hash = createHash('sha256').update(asked).digest('hex').slice(0, 16);
  return `${extent.firstDate}|${extent.lastDate}|${hash}`;
}

/** What there is nothing to plan about. */
function emptiness(own: readonly string[], shifts: readonly unknown[]): RunOutcome | null {
  if (own.length === 0) return { code: 'no-work' };
  return shifts.length === 0 ? { code: 'no-people' } : null;
}

async function startOne(
  unit: Unit,
  ask: RunAsk,
  playbook: PlaybookVersion,
  batchId: string | null,
): Promise<string> {
  const { transaction, user } = unit;
  const extentKey = keyOf(ask, playbook.id);
  const running = await activeRunOf(transaction, extentKey);
  if (running) throw new Refusal('conflict', { runId: running });
  if ((await countWaiting(transaction, user.id)) >= MOST_WAITING)
    throw new Refusal('too-many', { what: 'runs', most: MOST_WAITING });
  const { built, live, liveRevision, notBefore } = await buildRun(unit, ask, playbook);
  const empty = emptiness(built.ownVisitIds, built.problem.shifts);
  if (empty) throw new Refusal('invalid', { path: 'extent', outcome: empty.code });
  const { packed, hash } = packRun(built, live);
  const id = randomUUID();
  const start = built.plan.routes.length > 0 ? built.plan : null;
  try {
    await addRun(transaction, {
      id,
      extent: ask.extent,
      extentKey,
      playbookVersionId: playbook.id,
      mayMove: ask.mayMove,
      seconds: mostSeconds(ask.budget) ?? 0,
      seed: ask.seed ?? randomInt(1, 1_000_000),
      status: 'queued',
      problem: packed,
      problemHash: hash,
      baseRevision: liveRevision,
      notBefore: new Date(notBefore * 1000),
      bestPlan: start,
      startPlan: start,
      createdBy: user.id,
      asked: ask,
      batchId,
    });
  } catch (cause) {
    // Two starts of one question in the same moment: the index lets one through (23505, unique violation).
    if (sqlState(cause) === '23505') throw new TryAgain('the same question');
    throw cause;
  }
  await nudge(transaction, 'runs');
  await notifyRun(transaction, id);
  return id;
}

/** Builds the problem of a run as of now, for each playbook chosen, stores it and puts it in line. */
export async function startRun(unit: Unit, raw: unknown): Promise<Started> {
  requireRight(unit, 'change', 'runs');
  const { playbookVersionIds, ...ask } = required(runRequest, raw);
  const { territoryIds } = ask.extent;
  requireSight(unit, 'plan', territoryIds);
  requireRight(unit, 'change', 'runs', territoryIds);
  const batchId = playbookVersionIds.length > 1 ? randomUUID() : null;
  // Of one batch all begin with the same seed, so that only the playbooks differ.
  const seed = ask.seed ?? randomInt(1, 1_000_000);
  const ids: string[] = [];
  for (const versionId of playbookVersionIds) {
    const playbook = await playbookVersion(unit.transaction, versionId);
    ids.push(await startOne(unit, { ...ask, seed }, playbook, batchId));
  }
  return { id: ids[0]!, ids, batchId };
}
