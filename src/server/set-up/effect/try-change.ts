import { type TryAnswer, tryRequest } from '@/contract/set-up/answers/effect';
import type { FieldProblem } from '@/contract/shared/problems';
import { indexProblem, type Problem, type ProblemIndex, verifyPlan } from '@/core/index';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import type { KeptPlan } from '../../shared/judged-plans';
import { checkObject } from '../../shared/objects/check-object';
import { readObject } from '../../shared/objects/read-objects';
import { type Ahead, planAhead } from '../../shared/plans/plan-ahead';
import { buildProblem } from '../../shared/problem/build-problem';
import type { ScheduleData } from '../../shared/problem/schedule-data';
import { Refusal, required } from '../../shared/refusal';
import { readGround, type TriedGround } from '../../shared/travel/ground';
import { travelOnDemand } from '../../shared/travel/matrices';
import type { Unit } from '../../shared/unit';
import { applyChange, type TriedChange } from './apply-change';
import { compareWorlds, type World } from './compare';
import { toldOf } from './told';
import { type WhoCould, whoCould } from './who-could';

const kept = new WeakMap<Problem, WhoCould>();

function whoOf(index: ProblemIndex, data: ScheduleData): WhoCould {
  const known = kept.get(index.problem);
  if (known) return known;
  const closed = new Set(data.technicians.filter((t) => !t.openToPlanning).map((t) => t.id));
  const made = whoCould(index, (id) => !closed.has(id));
  kept.set(index.problem, made);
  return made;
}

/** The state of things as it is. */
export function worldOf({ built, verdict, loaded, index }: KeptPlan): World {
  return { data: loaded.data, built, verdict, who: whoOf(index, loaded.data) };
}

/** The state of things as it would be with other data. */
export async function worldWith(
  unit: Unit,
  ahead: Ahead,
  data: ScheduleData,
  tried: TriedGround = {},
): Promise<World> {
  const ground = await readGround(unit.transaction, tried);
  const { territoryIds, firstDate, lastDate, playbook } = ahead;
  const built = buildProblem(data, {
    extent: { territoryIds: [...territoryIds], firstDate, lastDate },
    playbook: playbook.content,
    zone: ahead.kept.loaded.zone,
    mayMove: 'nothing',
    name: 'Plan',
    notBefore: null,
    today: null,
    travel: (places, days) => travelOnDemand(ground, places.points(), days),
  });
  const verdict = verifyPlan(built.problem, built.plan);
  if (verdict.kind !== 'judged') throw new Error('The plan cannot be replayed after the change');
  return { data, built, verdict, who: whoOf(indexProblem(built.problem), data) };
}

/** Travel follows from the company and from the roads. */
function triedGround({ object, value }: TriedChange): TriedGround | null {
  if (object === 'company') return { company: value as unknown as Stored<'company'> };
  return object === 'roads' ? { roads: value as unknown as Stored<'roads'> } : null;
}

const NEW_ID = 'new';

async function problemsOr(work: Promise<unknown>): Promise<FieldProblem[]> {
  try {
    await work;
    return [];
  } catch (cause) {
    if (cause instanceof Refusal && cause.code === 'invalid' && Array.isArray(cause.facts.problems))
      return cause.facts.problems as FieldProblem[];
    throw cause;
  }
}

/**
 * What a change of an object would do to the work of the next days, before anything is saved; and what the
 * optimizer would be told about a person or a crew. What is not right with it is told by field.
 */
export async function tryChange(unit: Unit, raw: unknown): Promise<TryAnswer> {
  const { object, id, value, date } = required(tryRequest, raw);
  requireRight(unit, 'read', object);
  const before = id === null ? undefined : await readObject(unit, object, id);
  let checked: Record<string, unknown> = {};
  const problems = await problemsOr(
    checkObject(unit, object, value, before ?? null).then((good) => {
      checked = good;
    }),
  );
  const ahead = await planAhead(unit);
  if (!ahead) return { problems, effect: null, told: null };
  const now = worldOf(ahead.kept);
  const isWorker = object === 'technicians' || object === 'crews';
  const skills = isWorker
    ? new Map((await readAll(unit.transaction, 'skills')).map((s) => [s.id, s.name]))
    : new Map<string, string>();
  const tell = (world: World, whose: string) =>
    isWorker && date !== null ? toldOf(world, whose, date, skills) : null;
  const told = id === null ? null : tell(now, id);
  if (problems.length > 0) return { problems, effect: null, told: { before: told, after: null } };
  const change: TriedChange = {
    object,
    id: id ?? NEW_ID,
    value: { ...before, ...checked, id: id ?? NEW_ID },
  };
  const data = await applyChange(unit.transaction, now.data, change);
  const tried = triedGround(change);
  const next = data === now.data && !tried ? now : await worldWith(unit, ahead, data, tried ?? {});
  const { firstDate, lastDate } = ahead;
  return {
    problems,
    effect: compareWorlds(now, next, { firstDate, lastDate }),
    told: { before: told, after: tell(next, change.id) },
  };
}
