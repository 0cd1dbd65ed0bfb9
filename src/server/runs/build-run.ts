import { fits } from '@/contract/playbooks/filter';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { RunAsk } from '@/contract/runs/ask';
import { indexProblem, localDateOf, pairReasons, timeRoute, type Visit } from '@/core/index';
import { type PlacementRow, readLivePlan } from '@/db/repositories/plan/plans';
import { readMany } from '@/db/repositories/shared/schedule';
import { findPlan } from '../shared/extents';
import {
  type BuildOptions,
  type BuiltProblem,
  buildProblem,
  type Only,
} from '../shared/problem/build-problem';
import { visitOfId } from '../shared/problem/links';
import { layerOf, loadSchedule } from '../shared/problem/load-schedule';
import { Refusal } from '../shared/refusal';
import { readGround } from '../shared/travel/ground';
import { travelOnDemand } from '../shared/travel/matrices';
import type { Unit } from '../shared/unit';

export interface BuiltRun {
  readonly built: BuiltProblem;
  /** Where work is in the live plan: by it an acceptance knows whether that moved on. */
  readonly live: readonly PlacementRow[];
  readonly liveRevision: number;
  /** Nothing that is not held begins before, seconds since 1970. */
  readonly notBefore: number;
}

const HOLD_MIN = 30;

/** Changes against the live plan at so many times their price. */
function withStability(playbook: PlaybookContent, times: number): PlaybookContent {
  if (times === 1) return playbook;
  const { changed, moved } = playbook.prices;
  const isOwn = (price: string): boolean => price === 'changed' || price === 'moved';
  return {
    ...playbook,
    prices: { ...playbook.prices, changed: changed * times, moved: moved * times },
    exceptions: playbook.exceptions.map((e) => (isOwn(e.price) ? { ...e, amount: e.amount * times } : e)),
  };
}

function onlyOf({ personIds, visits, visitIds }: RunAsk): Only | undefined {
  if (personIds.length === 0 && visits.conditions.length === 0 && visitIds.length === 0) return undefined;
  const listed = visitIds.length > 0 ? new Set(visitIds) : null;
  return {
    personIds: personIds.length > 0 ? new Set(personIds) : null,
    takesIn: (id, work) => (listed ? listed.has(id) : fits(visits, work)),
  };
}

/** The problem with what counts as published taken from the live plan, wherever it begins. */
function withBases(built: BuiltProblem, live: BuiltProblem): BuiltProblem {
  const bases = new Map(live.problem.visits.map((v) => [v.id, v.base]));
  const visits = built.problem.visits.map((v): Visit => {
    const { base: _own, ...rest } = v;
    const base = bases.get(v.id);
    return base ? { ...rest, base } : rest;
  });
  return { ...built, problem: { ...built.problem, visits } };
}

/**
 * Visits that keep their place and stand against a rule there: put there on purpose, or from before the rule was. No search could lay
 * them there again, so they stay as they are and only take their people's time.
 */
function heldAgainstRules({ problem, plan }: BuiltProblem, placements: readonly PlacementRow[]): Set<string> {
  const index = indexProblem(problem);
  const forced = new Set(placements.flatMap((p) => (p.overlapReason === null ? [] : [p.visitId])));
  const out = new Set<string>();
  for (const route of plan.routes) {
    const shift = index.shiftById.get(route.shiftId);
    for (const { visitId } of route.stops) {
      const visit = index.visitById.get(visitId);
      const own = visitOfId(visitId)?.visitId;
      if (!visit?.held || !shift || own === undefined) continue;
      if (forced.has(own) || pairReasons(index, visit, shift).length > 0) out.add(own);
    }
  }
  return out;
}

/** Of those, what no day can be driven with: it overlaps others that stay, or leaves no way to them. */
function standingInTheWay({ problem, plan }: BuiltProblem, against: ReadonlySet<string>): Set<string> {
  const index = indexProblem(problem);
  const out = new Set<string>();
  for (const route of plan.routes) {
    const stays = route.stops.map((s) => s.visitId.split('~')[0]!).filter((id) => against.has(id));
    if (stays.length === 0) continue;
    const held = route.stops.map((s) => index.visitById.get(s.visitId)!).filter((v) => v.held);
    if (timeRoute(index, index.shiftById.get(route.shiftId)!, held)) continue;
    for (const id of stays) out.add(id);
  }
  return out;
}

/** Builds the problem of what a run is asked, as of now. */
export async function buildRun(
  unit: Unit,
  ask: RunAsk,
  playbook: { readonly name: string; readonly content: PlaybookContent },
): Promise<BuiltRun> {
  const { transaction, now } = unit;
  const { extent } = ask;
  const live = await readLivePlan(transaction);
  const [company] = await readMany(transaction, 'company', ['company']);
  const ground = await readGround(transaction);
  const notBefore = now + (ask.holdMin ?? company?.holdMin ?? HOLD_MIN) * 60;
  const content = withStability(playbook.content, ask.stability);
  const build = async (plan: Awaited<ReturnType<typeof findPlan>>) => {
    const { data, zone } = await loadSchedule(transaction, extent, await layerOf(transaction, plan));
    const options: BuildOptions = {
      extent,
      playbook: content,
      zone,
      mayMove: ask.mayMove,
      name: `${playbook.name} ${extent.firstDate}`,
      notBefore,
      today: localDateOf(now, zone),
      travel: (places, days) => travelOnDemand(ground, places.points(), days),
      only: onlyOf(ask),
    };
    const first = buildProblem(data, options);
    const against = heldAgainstRules(first, data.placements);
    if (against.size === 0) return { built: first, placements: data.placements };
    const busy = buildProblem(data, {
      ...options,
      asTheyStand: new Map([...against].map((id) => [id, 'busy'])),
    });
    const inTheWay = standingInTheWay(busy, against);
    const asTheyStand = new Map(
      [...against].map((id) => [id, inTheWay.has(id) ? 'unseen' : 'busy'] as const),
    );
    const built = inTheWay.size === 0 ? busy : buildProblem(data, { ...options, asTheyStand });
    return { built, placements: data.placements };
  };
  const fromLive = await build(live);
  const out = { live: fromLive.placements, liveRevision: live.revision, notBefore };
  if (ask.fromDraftId === null) return { ...out, built: fromLive.built };
  const draft = await findPlan(unit, ask.fromDraftId);
  if (draft.kind !== 'draft') throw new Refusal('not-found');
  return { ...out, built: withBases((await build(draft)).built, fromLive.built) };
}
