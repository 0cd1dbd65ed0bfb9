import { type TriedPlaybook, tryPlaybook } from '@/contract/playbooks/answers';
import { doubtsOf } from '@/contract/playbooks/doubts';
import type { Extent } from '@/contract/runs/run';
import {
  countPairs,
  type HoursKept,
  indexProblem,
  type MostSec,
  type PairCounts,
  type Problem,
  verifyPlan,
} from '@/core/index';
import { newestCommand } from '@/db/repositories/shared/commands';
import { requireRight, requireSight } from '../shared/access';
import { findPlan } from '../shared/extents';
import { judged } from '../shared/judged-plans';
import { createNames, MOST_NAMED, newlyBroken, type Replayed } from '../shared/plans/broken';
import { daysAhead } from '../shared/plans/plan-ahead';
import { playbookVersion } from '../shared/playbooks';
import { buildProblem } from '../shared/problem/build-problem';
import { Refusal, required } from '../shared/refusal';
import { readGround } from '../shared/travel/ground';
import { mostBetween, travelOnDemand } from '../shared/travel/matrices';
import type { Unit } from '../shared/unit';
import { whatIsKnown } from './what-is-known';

/** What counts found out about hours, kept for whoever goes on trying; the newest few. */
const MOST_KEPT = 4;
interface Counted {
  readonly hours: HoursKept;
  readonly counts: PairCounts;
  /** What the counts hang on beside the hours: prices do not count. */
  readonly rules: string;
}
const holder = globalThis as { limePairs?: Map<string, Counted> };

function countKept(
  place: string,
  rules: string,
  index: ReturnType<typeof indexProblem>,
  mostSec: MostSec,
): PairCounts {
  const kept = holder.limePairs ?? new Map<string, Counted>();
  holder.limePairs = kept;
  const known = kept.get(place);
  if (known?.rules === rules) return known.counts;
  const { counts, kept: hours } = countPairs(index, known?.hours ?? null, {
    wanted: (v) => !v.id.includes('~'),
    mostSec,
  });
  kept.delete(place);
  kept.set(place, { hours, counts, rules });
  while (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return counts;
}

function nobodyOf({ nobody, steps }: PairCounts, world: Replayed): TriedPlaybook['nobody'] {
  const names = createNames(world.data);
  return {
    count: nobody.length,
    first: nobody.slice(0, MOST_NAMED).map(({ visitId, removed }) => ({
      ...names.visit(visitId),
      removed: removed.flatMap((people, i) => {
        const { step, ruleId } = steps[i]!;
        return people > 0 ? [{ step, ...(ruleId === undefined ? {} : { ruleId }), people }] : [];
      }),
    })),
  };
}

function samePlaces({ places }: Problem, others: Problem['places']): boolean {
  return (
    places.length === others.length &&
    places.every((p, i) => p.lat === others[i]!.lat && p.lon === others[i]!.lon)
  );
}

/** Over which days and where: as asked, or all that the user sees of the days ahead. */
async function extentOf(unit: Unit, asked: Extent | null): Promise<Extent> {
  const extent = asked ?? (await daysAhead(unit));
  if (!extent) throw new Refusal('not-found');
  requireSight(unit, 'plan', extent.territoryIds);
  return extent;
}

/** What a playbook does to a plan without a run and without being stored. */
export async function tryPlaybookOut(unit: Unit, raw: unknown): Promise<TriedPlaybook> {
  requireRight(unit, 'read', 'playbooks');
  const { content, versionId, planId, extent: asked } = required(tryPlaybook, raw);
  const { transaction } = unit;
  const extent = await extentOf(unit, asked);
  const stored = await playbookVersion(transaction, versionId);
  const plan = await findPlan(unit, planId);
  const before = await judged(unit, plan, extent, stored);
  const ground = await readGround(transaction);
  const { data, zone } = before.loaded;
  const built = buildProblem(data, {
    extent,
    playbook: content,
    zone,
    mayMove: 'nothing',
    name: 'Plan',
    notBefore: null,
    today: null,
    travel: (places, days) =>
      // What legs take has been worked out, unless the places are others.
      samePlaces(before.built.problem, places.list)
        ? before.built.problem.travel
        : travelOnDemand(ground, places.points(), days),
  });
  const index = indexProblem(built.problem);
  const verdict = verifyPlan(built.problem, built.plan);
  if (verdict.kind !== 'judged') throw new Error('The plan cannot be replayed by the playbook');
  const world: Replayed = { data, built, verdict };
  const was: Replayed = { data, built: before.built, verdict: before.verdict };
  const place = JSON.stringify([plan.id, extent, ground.key]);
  const rules = JSON.stringify([await newestCommand(transaction), content.rules]);
  const counts = countKept(place, rules, index, mostBetween(ground, built.problem.places));
  const nobody = nobodyOf(counts, world);
  const emptied = counts.steps.flatMap(({ step, ruleId, removed }, i) => {
    const all = counts.nobody.length;
    const byThis = counts.nobody.filter((n) => n.removed[i] === counts.people).length;
    return removed > 0 && all > 0 && byThis > 0
      ? [{ code: 'leaves-nobody' as const, at: ruleId ?? step, facts: { step, visits: byThis } }]
      : [];
  });
  return {
    extent,
    planName: plan.name,
    people: counts.people,
    visits: counts.visits,
    steps: counts.steps.map(({ step, ruleId, removed, alone }) => ({
      step,
      ...(ruleId === undefined ? {} : { ruleId }),
      removed,
      alone,
    })),
    left: counts.left,
    nobody,
    parts: verdict.parts,
    before: before.verdict.parts,
    broken: newlyBroken(was, world, createNames(data)),
    doubts: [...emptied, ...doubtsOf(content, whatIsKnown(data, built, content, extent))],
  };
}
