import { type Extent, extentSchema } from '@/contract/runs/run';
import { check } from '@/contract/shared/problems';
import type { PlanRow } from '@/db/repositories/plan/plans';
import { requireSight } from '../access';
import { findPlan, playbookVersionOfRun } from '../extents';
import { judged, type KeptPlan } from '../judged-plans';
import { livePlaybook, type PlaybookVersion, playbookVersion } from '../playbooks';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';

/** A plan over an extent that the user sees. */
export interface OpenPlan {
  readonly plan: PlanRow;
  readonly extent: Extent;
  readonly playbook: PlaybookVersion;
  readonly kept: KeptPlan;
}

/** The live plan is priced as the company chose, a draft as its run was. */
async function playbookOf(unit: Unit, plan: PlanRow): Promise<PlaybookVersion> {
  if (plan.runId === null) return livePlaybook(unit.transaction);
  return playbookVersion(unit.transaction, await playbookVersionOfRun(unit, plan.runId));
}

export async function openPlan(unit: Unit, planId: string, rawExtent: unknown): Promise<OpenPlan> {
  const checked = check(extentSchema, rawExtent);
  if (!checked.ok) {
    const { message, problems } = checked;
    throw new Refusal('invalid', { message, problems });
  }
  const extent = checked.value;
  requireSight(unit, 'plan', extent.territoryIds);
  const plan = await findPlan(unit, planId);
  const playbook = await playbookOf(unit, plan);
  return { plan, extent, playbook, kept: await judged(unit, plan, extent, playbook) };
}
