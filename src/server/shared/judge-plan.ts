import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { Extent } from '@/contract/runs/run';
import { type Verdict, verifyPlan } from '@/core/index';
import type { Layer } from '@/db/repositories/plan/plans';
import { type BuiltProblem, buildProblem } from './problem/build-problem';
import { type LoadedSchedule, layerOf, loadSchedule } from './problem/load-schedule';
import { readGround } from './travel/ground';
import { travelOnDemand } from './travel/matrices';
import type { Unit } from './unit';

export interface Judged {
  readonly built: BuiltProblem;
  readonly verdict: Extract<Verdict, { kind: 'judged' }>;
  readonly loaded: LoadedSchedule;
}

/** Describes a plan over an extent with a playbook's rules and prices and judges it; only legs that are driven are worked out. */
export async function judgeLayer(
  unit: Pick<Unit, 'transaction'>,
  layer: Layer,
  extent: Extent,
  playbook: PlaybookContent,
): Promise<Judged> {
  const loaded = await loadSchedule(unit.transaction, extent, layer);
  const ground = await readGround(unit.transaction);
  const built = buildProblem(loaded.data, {
    extent,
    playbook,
    zone: loaded.zone,
    mayMove: 'nothing',
    name: 'Plan',
    notBefore: null,
    today: null,
    travel: (places, days) => travelOnDemand(ground, places.points(), days),
  });
  const verdict = verifyPlan(built.problem, built.plan);
  if (verdict.kind !== 'judged')
    throw new Error(`The plan cannot be replayed: ${JSON.stringify(verdict.errors)}`);
  return { built, verdict, loaded };
}

export async function judgePlan(
  unit: Pick<Unit, 'transaction'>,
  plan: Parameters<typeof layerOf>[1],
  extent: Extent,
  playbook: PlaybookContent,
): Promise<Judged> {
  return judgeLayer(unit, await layerOf(unit.transaction, plan), extent, playbook);
}
