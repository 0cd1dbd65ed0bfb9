import type { z } from 'zod';
import type { acceptances } from '@/contract/plan/accept';
import type { DraftRow } from '@/contract/plan/plan-view';
import type { Parts } from '@/core/index';
import { changeDraftStatus, readAcceptances, readDrafts } from '@/db/repositories/plan/drafts';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { extentOfRun, findPlan, playbookVersionOfRun } from '../shared/extents';
import { judged } from '../shared/judged-plans';
import { territoryNames } from '../shared/names';
import { playbookVersion } from '../shared/playbooks';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const MOST_LISTED = 100;

/** The newest drafts whose whole extent the user sees; thrown away ones left out. */
export async function listDrafts(unit: Unit): Promise<DraftRow[]> {
  requireRight(unit, 'read', 'plan');
  const seen = unit.user.grants.map((g) => g.territoryId);
  const rows = await readDrafts(unit.transaction, seen, MOST_LISTED);
  const names = await territoryNames(unit.transaction);
  return rows.map(({ extent, createdAt, ...row }) => ({
    ...row,
    createdAt: createdAt.toISOString(),
    firstDate: extent.firstDate,
    lastDate: extent.lastDate,
    territoryIds: extent.territoryIds,
    territoryNames: extent.territoryIds.map((id) => names.get(id) ?? ''),
  }));
}

/** The newest acceptances, each with the live plan as it was before to go back and look at. */
export async function listAcceptances(unit: Unit): Promise<z.infer<typeof acceptances>> {
  requireRight(unit, 'read', 'plan');
  const seen = unit.user.grants.map((g) => g.territoryId);
  const rows = await readAcceptances(unit.transaction, seen, MOST_LISTED);
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

/** Puts a draft away. Nothing live changes. */
export async function throwAwayDraft(
  unit: Unit,
  planId: string,
): Promise<{ readonly commandId: number | null }> {
  const plan = await findPlan(unit, planId);
  if (plan.runId === null) throw new Refusal('not-found');
  const { territoryIds } = await extentOfRun(unit, plan.runId);
  requireRight(unit, 'change', 'plan', territoryIds);
  if (!(await changeDraftStatus(unit.transaction, plan.id, 'open', 'thrown-away')))
    throw new Refusal('conflict', { reason: 'not-open' });
  const facts = { draft: plan.name, planId: plan.id };
  const { commandId } = await runCommand(unit, 'throw-away-draft', facts, async (command) =>
    command.note({
      object: 'drafts',
      objectId: plan.id,
      before: { status: 'open' },
      after: { status: 'thrown-away' },
      territoryIds,
    }),
  );
  return { commandId };
}

/** Figures of a draft and of the live plan over the draft's own extent. */
export async function compareDraft(
  unit: Unit,
  planId: string,
): Promise<{ draft: Parts; live: Parts; violations: number }> {
  const plan = await findPlan(unit, planId);
  if (plan.runId === null) throw new Refusal('not-found');
  const extent = await extentOfRun(unit, plan.runId);
  const playbook = await playbookVersion(unit.transaction, await playbookVersionOfRun(unit, plan.runId));
  const { verdict } = await judged(unit, plan, extent, playbook);
  const live = await judged(unit, await readLivePlan(unit.transaction), extent, playbook);
  return { draft: verdict.parts, live: live.verdict.parts, violations: verdict.violations.length };
}
