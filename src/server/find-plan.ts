import type { Extent } from '@/contract/run';
import { select } from '@/db/connection';
import { type PlanRow, readLivePlan, readPlan } from '@/db/repositories/plans';
import { requireSight } from './access';
import { database } from './database';
import { Refusal } from './refusal';
import type { User } from './session';

/** A plan that the user may look at: the live one, or a draft whose whole extent they see. */
export async function findPlan(user: User, planId: string): Promise<PlanRow> {
  if (planId === 'live') return readLivePlan(database());
  const plan = await readPlan(database(), planId);
  if (plan?.kind !== 'draft' || plan.runId === null) throw new Refusal('not-found');
  await requireSight(user, (await extentOfRun(plan.runId)).territoryIds);
  return plan;
}

export async function extentOfRun(runId: string): Promise<Extent> {
  const [run] = await select<{ extent: Extent }>(database(), 'select extent from runs where id = :runId', {
    runId,
  });
  if (!run) throw new Refusal('not-found');
  return run.extent;
}
