import type { Problem, Shift, Visit } from '../model/problem';
import { headCount, partsToFetch } from '../model/work-of';
import { failedAttribute } from '../rules/attributes';
import { blocks } from '../rules/crew';
import { mostTravel, mostVisits, reach } from '../rules/day-limits';
import { wishAgainst } from '../rules/persons';
import { asksSkills, missingSkills } from '../rules/skills';
import { isTerritoryOpen } from '../rules/territory';
import type { RuleCode } from '../rules/violation';
import { timeRoute } from '../timing/time-route';
import type { ProblemIndex } from '../travel/problem-index';

/** The rules that look at a visit and a shift alone, in the order in which they are told. */
export const PAIR_RULES = [
  'territory',
  'skills',
  'persons',
  'tie',
  'attributes',
  'crew',
  'parts',
  'capacity',
  'windows',
] as const satisfies readonly RuleCode[];
export type PairRule = (typeof PAIR_RULES)[number];

const takenIn = new WeakMap<Problem, ReadonlySet<string>>();

/** Shifts of people who work in a crew then; found once a problem. */
function takenShifts(problem: Problem): ReadonlySet<string> {
  const known = takenIn.get(problem);
  if (known) return known;
  const crews = problem.shifts.filter((s) => s.memberIds);
  const taken = problem.shifts.filter((s) => crews.some((c) => blocks(c, s)));
  const ids = new Set(taken.map((s) => s.id));
  takenIn.set(problem, ids);
  return ids;
}

export const PAIR_CHECKS: Readonly<
  Record<PairRule, (index: ProblemIndex, visit: Visit, shift: Shift) => boolean>
> = {
  territory: ({ problem }, visit, shift) => isTerritoryOpen(problem, visit, shift),
  skills: ({ problem }, visit, shift) =>
    !asksSkills(problem, visit, shift) || missingSkills(visit, shift).length === 0,
  persons: ({ problem }, visit, shift) => wishAgainst(problem, visit, shift) === null,
  tie: (_index, { tie }, { personId }) => tie.personId === undefined || tie.personId === personId,
  attributes: ({ problem }, visit, shift) =>
    failedAttribute(visit, shift, problem.rules.attributes ?? []) === null,
  crew: ({ problem }, visit, shift) =>
    (visit.crewOf === undefined || (shift.memberIds !== undefined && headCount(shift) >= visit.crewOf)) &&
    (shift.memberIds !== undefined || !takenShifts(problem).has(shift.id)),
  parts: (_index, visit, shift) =>
    partsToFetch(visit, shift).length === 0 || shift.partsPlaceId !== undefined,
  capacity: (_index, visit, { capacity }) => capacity === null || visit.demand <= capacity,
  // On an otherwise empty day: hours, windows, access, breaks and the way there and back.
  windows: (index, visit, shift) => timeRoute(index, shift, [visit]) !== null,
};

/** Every rule that forbids a visit to a shift however empty the day; none when it could be done there. */
export function pairReasons(index: ProblemIndex, visit: Visit, shift: Shift): PairRule[] {
  return PAIR_RULES.filter((rule) => !PAIR_CHECKS[rule](index, visit, shift));
}

/** Whether any window of a visit can be met within a shift at all; asked before a day is timed. */
function mayMeet({ windows, durationSec }: Visit, shift: Shift): boolean {
  const from = shift.startSec;
  const until = shift.endSec + shift.overtimeLimitSec;
  return windows.some(
    (w) => w.latestSec + (w.on === 'finish' ? 0 : durationSec) >= from && w.startSec <= until,
  );
}

/**
 * Whether a shift could hold a visit as its only one: every rule on the pair, and those on a person's day, how far
 * they go above all.
 */
export function couldAlone(index: ProblemIndex, visit: Visit, shift: Shift): boolean {
  if (!mayMeet(visit, shift)) return false;
  if (PAIR_RULES.some((rule) => rule !== 'windows' && !PAIR_CHECKS[rule](index, visit, shift))) return false;
  const route = timeRoute(index, shift, [visit]);
  if (route === null) return false;
  const plan = { routes: [route], unplanned: [] };
  return [mostVisits, mostTravel, reach].every((rule) => rule(index, plan).length === 0);
}

/** Whether a visit could be done in a shift if the day were empty. */
export function isPairPossible(index: ProblemIndex, visit: Visit, shift: Shift): boolean {
  return PAIR_RULES.every((rule) => PAIR_CHECKS[rule](index, visit, shift));
}
