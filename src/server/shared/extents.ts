import type { Extent } from '@/contract/runs/run';
import { type PlanRow, readLivePlan, readPlan } from '@/db/repositories/plan/plans';
import { readExtentOfRun } from '@/db/repositories/runs/runs';
import { requireSight } from './access';
import { Refusal } from './refusal';
import type { Unit } from './unit';

/** A plan that the user may look at: the live one, or a draft whose whole extent they see. */
export async function findPlan(unit: Unit, planId: string): Promise<PlanRow> {
  if (planId === 'live') return readLivePlan(unit.transaction);
  const plan = await readPlan(unit.transaction, planId);
  if (plan?.kind !== 'draft' || plan.runId === null) throw new Refusal('not-found');
  requireSight(unit, 'plan', (await extentOfRun(unit, plan.runId)).territoryIds);
  return plan;
}

export async function extentOfRun(unit: Pick<Unit, 'transaction'>, runId: string): Promise<Extent> {
  const found = await readExtentOfRun(unit.transaction, runId);
  if (!found) throw new Refusal('not-found');
  return found.extent;
}

/** The version by whose prices a run planned. */
export async function playbookVersionOfRun(unit: Pick<Unit, 'transaction'>, runId: string): Promise<string> {
  const found = await readExtentOfRun(unit.transaction, runId);
  if (!found) throw new Refusal('not-found');
  return found.playbookVersionId;
}
