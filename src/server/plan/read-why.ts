import type { PersonWhy, VisitWhy } from '@/contract/plan/why';
import {
  boardOf,
  funnelOf,
  indexProblem,
  type PairRule,
  pairReasons,
  placesFor,
  type Shift,
  type Visit,
} from '@/core/index';
import { seenBy } from '../shared/access';
import type { KeptPlan } from '../shared/judged-plans';
import { createNames } from '../shared/plans/broken';
import { openPlan } from '../shared/plans/open-plan';
import { visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { chancesOf } from './chance';
import type { Asked } from './read-detail';

const MOST_PLACES = 8;
const MOST_WHO = 60;

function boardFor({ built }: KeptPlan) {
  const board = boardOf(indexProblem(built.problem), built.plan);
  if (!board) throw new Error('The plan cannot be replayed');
  return board;
}

/** Whoever a rule takes away first, with their days. */
function whoOf(names: ReturnType<typeof createNames>, shifts: readonly Shift[]) {
  const byPerson = new Map<string, Set<string>>();
  for (const s of shifts) {
    const { personId, date } = personAndDate(s.id);
    byPerson.set(personId, (byPerson.get(personId) ?? new Set()).add(date));
  }
  return [...byPerson]
    .map(([personId, dates]) => ({ personId, person: names.person(personId), dates: [...dates].sort() }))
    .sort((a, b) => a.person.localeCompare(b.person, 'en'))
    .slice(0, MOST_WHO);
}

/** Why a visit is where it is, and what else there is. */
export async function readVisitWhy(unit: Unit, asked: Asked, coreId: string): Promise<VisitWhy> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const { data } = kept.loaded;
  const row = data.visits.find((v) => v.id === (visitOfId(coreId)?.visitId ?? ''));
  if (!row || row.territoryId === null || !seenBy(unit.user).has(row.territoryId))
    throw new Refusal('not-found');
  const board = boardFor(kept);
  const visit = board.index.visitById.get(coreId);
  if (!visit) throw new Refusal('not-found');
  const names = createNames(data);
  const { shifts } = kept.built.problem;
  const first = new Map(shifts.map((s) => [s.id, pairReasons(board.index, visit, s)[0] ?? null]));
  const funnel = funnelOf(board, visit);
  const places = placesFor(board, visit, { limit: MOST_PLACES });
  const open = new Set(
    funnel.left === 0
      ? []
      : placesFor(board, visit, { limit: shifts.length }).flatMap((p) => p.spots.map((s) => s.shiftId)),
  );
  const isLoose = kept.built.plan.unplannedVisitIds.includes(coreId);
  return {
    isLoose,
    loosePrice: visit.unplannedPrice,
    chance: chancesOf(kept)?.onTime.get(coreId) ?? null,
    shifts: funnel.shifts,
    left: funnel.left,
    steps: funnel.steps.map(({ rule, removed, alone }) => ({
      rule,
      removed,
      alone,
      who: whoOf(
        names,
        shifts.filter((s) =>
          rule === 'room' ? first.get(s.id) === null && !open.has(s.id) : first.get(s.id) === rule,
        ),
      ),
    })),
    places: places.map((p) => ({
      spots: p.spots.map(({ shiftId }) => {
        const { personId, date } = personAndDate(shiftId);
        return { personId, person: names.person(personId), date };
      }),
      startAt: kept.built.originSec + p.startSec,
      price: p.price,
      change: p.change,
      moved: p.moved,
    })),
  };
}

/** Why somebody has so little or so much to do. */
export async function readPersonWhy(unit: Unit, asked: Asked, personId: string): Promise<PersonWhy> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const { built, verdict, index, loaded } = kept;
  const own = built.problem.shifts.filter((s) => s.personId === personId);
  const technician = loaded.data.technicians.find((t) => t.id === personId);
  if (!technician && !loaded.data.crews.some((c) => c.id === personId)) throw new Refusal('not-found');
  const planned = new Map(verdict.timed.routes.map((r) => [r.shift.id, r.workSec]));
  const sum = (shifts: readonly Shift[], of: (s: Shift) => number): number =>
    shifts.reduce((n, s) => n + of(s), 0);
  const plannedOf = (s: Shift): number => planned.get(s.id) ?? 0;
  const lengthOf = (s: Shift): number => s.endSec - s.startSec;
  const all = built.problem.shifts;
  /** The rule that stops a visit on the day on which it gets furthest; null where none does. */
  const stops = (visit: Visit): PairRule | null => {
    const reasons = own.map((s) => pairReasons(index, visit, s));
    if (reasons.some((r) => r.length === 0)) return null;
    return reasons.sort((a, b) => a.length - b.length)[0]?.[0] ?? null;
  };
  const work = built.problem.visits.filter((v) => !v.id.includes('~'));
  const loose = work.filter((v) => built.plan.unplannedVisitIds.includes(v.id));
  const stopped = new Map<PairRule, number>();
  let possible = 0;
  for (const visit of loose) {
    const rule = own.length > 0 ? stops(visit) : 'windows';
    if (rule === null) possible++;
    else stopped.set(rule, (stopped.get(rule) ?? 0) + 1);
  }
  const theirs = new Set(
    verdict.timed.routes
      .filter((r) => r.shift.personId === personId)
      .flatMap((r) => r.stops.map((s) => s.visit.id)),
  );
  const could = own.length > 0 ? work.filter((v) => stops(v) === null) : [];
  return {
    plannedSec: sum(own, plannedOf),
    workedSec: sum(own, lengthOf),
    usualShare: sum(all, lengthOf) > 0 ? sum(all, plannedOf) / sum(all, lengthOf) : 0,
    days: own.length,
    daysOut: own.filter((s) => planned.has(s.id)).length,
    openToPlanning: technician?.openToPlanning ?? true,
    loose: loose.length,
    possible,
    stopped: [...stopped].map(([rule, count]) => ({ rule, count })).sort((a, b) => b.count - a.count),
    could: could.length,
    couldByOthers: could.filter((v) => !theirs.has(v.id) && !built.plan.unplannedVisitIds.includes(v.id))
      .length,
  };
}
