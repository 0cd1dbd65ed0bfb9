import { randomUUID } from 'node:crypto';
import { activeRunOf, copyRun, countWaiting, notifyRun } from '@/db/repositories/runs/runs';
import { requireRight } from '../shared/access';
import { nudge } from '../shared/queue';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { readRun } from './read-runs';
import { MOST_WAITING } from './start-run';

/** Puts a run in line once more with all that went into it, seed included: on iterations it comes to the same plan. */
export async function runAgain(unit: Unit, id: string): Promise<{ readonly id: string }> {
  const { transaction, user } = unit;
  const run = await readRun(unit, id);
  requireRight(unit, 'change', 'runs', run.extent.territoryIds);
  if (run.origin !== 'search') throw new Refusal('not-found');
  const extentKey = `again ${id}`;
  const active = await activeRunOf(transaction, extentKey);
  if (active) throw new Refusal('conflict', { runId: active });
  if ((await countWaiting(transaction, user.id)) >= MOST_WAITING)
    throw new Refusal('too-many', { what: 'runs', most: MOST_WAITING });
  const next = randomUUID();
  await copyRun(transaction, { from: id, id: next, extentKey, createdBy: user.id });
  await nudge(transaction, 'runs');
  await notifyRun(transaction, next);
  return { id: next };
}
