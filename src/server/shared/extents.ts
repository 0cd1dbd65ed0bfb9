import type { Extent } from '@/contract/runs/run';
import { type PlanRow, readLivePlan, readPlan } from '@/db/repositories/plan/plans';
import { readExtentOfRun } from '@/db/repositories/runs/runs';
import { readCommandAt } from '@/db/repositories/shared/commands';
import { requireRight, requireSight } from './access';
import { BEST, overlayOf, PAST } from './problem/stored/overlays';
import { Refusal } from './refusal';
import type { Unit } from './unit';

/** A plan that the user may look at: the live one, or a draft whose whole extent they see. */
export async function findPlan(unit: Unit, planId: string): Promise<PlanRow> {
  if (planId === 'live') return readLivePlan(unit.transaction);
  const unstored = await unstoredPlan(unit, planId);
  if (unstored) return unstored;
  const plan = await readPlan(unit.transaction, planId);
  if (plan?.kind !== 'draft' || plan.runId === null) throw new Refusal('not-found');
  requireSight(unit, 'plan', (await extentOfRun(unit, plan.runId)).territoryIds);
  return plan;
}

/** What a run has found so far, or the live plan as it was: shown like a draft, and nothing that can be accepted. */
async function unstoredPlan(unit: Unit, planId: string): Promise<PlanRow | null> {
  const shown = { id: planId, kind: 'draft' as const, status: 'open' as const, revision: 0 };
  if (planId.startsWith(BEST)) {
    const runId = planId.slice(BEST.length);
    requireSight(unit, 'plan', (await extentOfRun(unit, runId)).territoryIds);
    if (!(await overlayOf(unit.transaction, planId))) throw new Refusal('not-found');
    return { ...shown, name: 'Best plan so far', runId };
  }
  if (!planId.startsWith(PAST)) return null;
  requireRight(unit, 'read', 'plan');
  const id = Number(planId.slice(PAST.length));
  const command = Number.isSafeInteger(id) ? await readCommandAt(unit.transaction, id) : null;
  if (!command) throw new Refusal('not-found');
  return {
    ...shown,
    name: `Live as it was ${command.at.toISOString().slice(0, 16).replace('T', ' ')}`,
    runId: null,
  };
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
