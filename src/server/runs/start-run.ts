import { randomInt, randomUUID } from 'node:crypto';
import { type Extent, type RunOutcome, runRequest } from '@/contract/runs/run';
import { check } from '@/contract/shared/problems';
import { localDateOf } from '@/core/index';
import { sqlState, TryAgain } from '@/db/connection';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { activeRunOf, addRun, countWaiting, notifyRun } from '@/db/repositories/runs/runs';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight, requireSight } from '../shared/access';
import { playbookVersion } from '../shared/playbooks';
import { buildProblem } from '../shared/problem/build-problem';
import { layerOf, loadSchedule } from '../shared/problem/load-schedule';
import { nudge } from '../shared/queue';
import { Refusal } from '../shared/refusal';
import { packRun } from '../shared/run-problem';
import { readGround } from '../shared/travel/ground';
import { travelOnDemand } from '../shared/travel/matrices';
import type { Unit } from '../shared/unit';

/** Runs of one user that may wait at once. */
const MOST_WAITING = 10;

function keyOf(extent: Extent): string {
  return `${[...extent.territoryIds].sort().join(',')}|${extent.firstDate}|${extent.lastDate}`;
}

/** What there is nothing to plan about. */
function emptiness(own: readonly string[], shifts: readonly unknown[]): RunOutcome | null {
  if (own.length === 0) return { code: 'no-work' };
  return shifts.length === 0 ? { code: 'no-people' } : null;
}

/** Builds the problem of a run as of now, stores it and puts it in line. One run per extent at a time. */
export async function startRun(unit: Unit, raw: unknown): Promise<{ readonly id: string }> {
  const { transaction, user, now } = unit;
  requireRight(unit, 'change', 'runs');
  const checked = check(runRequest, raw);
  if (!checked.ok) {
    const { message, problems } = checked;
    throw new Refusal('invalid', { message, problems });
  }
  const { extent, playbookVersionId, mayMove, seconds } = checked.value;
  requireSight(unit, 'plan', extent.territoryIds);
  requireRight(unit, 'change', 'runs', extent.territoryIds);
  const playbook = await playbookVersion(transaction, playbookVersionId);
  const extentKey = keyOf(extent);
  const running = await activeRunOf(transaction, extentKey);
  if (running) throw new Refusal('conflict', { runId: running });
  if ((await countWaiting(transaction, user.id)) >= MOST_WAITING)
    throw new Refusal('too-many', { what: 'runs', most: MOST_WAITING });

  const live = await readLivePlan(transaction);
  const { data, zone } = await loadSchedule(transaction, extent, await layerOf(transaction, live));
  const [company] = await readMany(transaction, 'company', ['company']);
  const ground = await readGround(transaction);
  const notBefore = now + (company?.holdMin ?? 30) * 60;
  const built = buildProblem(data, {
    extent,
    playbook: playbook.content,
    zone,
    mayMove,
    name: `${playbook.name} ${extent.firstDate}`,
    notBefore,
    today: localDateOf(now, zone),
    travel: (places, days) => travelOnDemand(ground, places.points(), days),
  });
  const empty = emptiness(built.ownVisitIds, built.problem.shifts);
  if (empty) throw new Refusal('invalid', { path: 'extent', outcome: empty.code });
  const { packed, hash } = packRun(built, data.placements);
  const id = randomUUID();
  try {
    await addRun(transaction, {
      id,
      extent,
      extentKey,
      playbookVersionId,
      mayMove,
      seconds,
      seed: randomInt(1, 1_000_000),
      status: 'queued',
      problem: packed,
      problemHash: hash,
      baseRevision: live.revision,
      notBefore: new Date(notBefore * 1000),
      bestPlan: built.plan.routes.length > 0 ? built.plan : null,
      createdBy: user.id,
    });
  } catch (cause) {
    // Two starts of one extent in the same moment: the index lets one through (23505, unique violation).
    if (sqlState(cause) === '23505') throw new TryAgain('the same extent');
    throw cause;
  }
  await nudge(transaction, 'runs');
  await notifyRun(transaction, id);
  return { id };
}
