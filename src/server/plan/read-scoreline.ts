import { roleMay } from '@/contract/access/permissions';
import type { ScorelineMore } from '@/contract/plan/scoreline';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readRunsOfExtent } from '@/db/repositories/runs/runs';
import { seenBy } from '../shared/access';
import { judged, type KeptPlan } from '../shared/judged-plans';
import { openPlan } from '../shared/plans/open-plan';
import { visitOfId } from '../shared/problem/links';
import type { Unit } from '../shared/unit';
import { beyondMending } from './beyond';
import { chancesOf } from './chance';
import type { Asked } from './read-detail';

const MOST_RUNS = 8;

/** Only of work that the user sees. */
function seenBeyond(unit: Unit, kept: KeptPlan): ScorelineMore['beyond'] {
  const { loose, missed } = beyondMending(kept, unit.now);
  const seen = seenBy(unit.user);
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
  return {
    missed,
    loose: loose.filter((l) => seen.has(rows.get(visitOfId(l.visitId)?.visitId ?? '') ?? '')),
  };
}

function seenChances(unit: Unit, kept: KeptPlan): ScorelineMore['chances'] {
  const seen = seenBy(unit.user);
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
  return [...(chancesOf(kept)?.onTime ?? [])]
    .filter(([id]) => seen.has(rows.get(visitOfId(id)?.visitId ?? id) ?? ''))
    .sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));
}

/** Chances of a plan and of the live one, and how the last runs of the extent came out. */
export async function readScorelineMore(unit: Unit, asked: Asked): Promise<ScorelineMore> {
  const { plan, extent, playbook, kept } = await openPlan(unit, asked.planId, asked.extent);
  const live =
    plan.kind === 'live' ? null : await judged(unit, await readLivePlan(unit.transaction), extent, playbook);
  const runs = roleMay(unit.user.role, 'read', 'runs')
    ? await readRunsOfExtent(unit.transaction, extent, MOST_RUNS)
    : [];
  return {
    chance: chancesOf(kept)?.mean ?? null,
    chances: seenChances(unit, kept),
    margin: {
      versionId: playbook.id,
      playbook: playbook.name,
      min: playbook.content.prices.marginMin,
      pricePerMin: playbook.content.prices.marginMinute,
    },
    beyond: seenBeyond(unit, kept),
    baseline: live ? (chancesOf(live)?.mean ?? null) : null,
    runs: runs.map(({ id, endedAt, prices }) => ({ id, endedAt: endedAt.toISOString(), prices })).reverse(),
  };
}
