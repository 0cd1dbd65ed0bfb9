import type { Extent } from '@/contract/runs/run';
import { indexProblem, type ProblemIndex } from '@/core/index';
import type { Layer, PlanRow } from '@/db/repositories/plan/plans';
import { newestCommand } from '@/db/repositories/shared/commands';
import { type Judged, judgeLayer } from './judge-plan';
import type { PlaybookVersion } from './playbooks';
import { layerOf } from './problem/load-schedule';
import { readGround } from './travel/ground';
import type { Unit } from './unit';

/** A judged plan with its look-ups, kept for whoever asks about it next. */
export interface KeptPlan extends Judged {
  readonly index: ProblemIndex;
}

/** Visits of all kept plans together at most; the plan asked for longest ago is let go first. */
const MOST_VISITS = 12_000;
const MOST_PLANS = 24;

/** Plans as they were before the newest change are nobody's any more: only those of one stamp are kept. */
const holder = globalThis as { limePlans?: { stamp: number; kept: Map<string, KeptPlan> } };

function keptAt(stamp: number): Map<string, KeptPlan> {
  if (holder.limePlans?.stamp !== stamp) holder.limePlans = { stamp, kept: new Map() };
  return holder.limePlans.kept;
}

function keep(kept: Map<string, KeptPlan>, key: string, plan: KeptPlan): void {
  kept.set(key, plan);
  const weight = (): number => [...kept.values()].reduce((sum, k) => sum + k.built.problem.visits.length, 0);
  while (kept.size > 1 && (kept.size > MOST_PLANS || weight() > MOST_VISITS)) {
    kept.delete(kept.keys().next().value!);
  }
}

/**
 * What a plan over an extent comes to by a playbook. Kept as long as nobody changed anything: every change is
 * a command, so the newest command tells.
 */
export async function judged(
  unit: Unit,
  plan: PlanRow,
  extent: Extent,
  playbook: PlaybookVersion,
): Promise<KeptPlan> {
  const layer: Layer = await layerOf(unit.transaction, plan);
  const ground = await readGround(unit.transaction);
  const stamp = await newestCommand(unit.transaction);
  const { overlay, ...stored } = layer;
  const key = JSON.stringify([stored, overlay?.key, extent, playbook.id, ground.key]);
  const kept = keptAt(stamp);
  const known = kept.get(key);
  if (known) {
    kept.delete(key);
    kept.set(key, known);
    return known;
  }
  const made = await judgeLayer(unit, layer, extent, playbook.content);
  const own: KeptPlan = { ...made, index: indexProblem(made.built.problem) };
  keep(kept, key, own);
  return own;
}
