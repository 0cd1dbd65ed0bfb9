import { membershipOf } from '../model/membership';
import type { Shift, Visit } from '../model/problem';
import { headCount, partsToFetch } from '../model/work-of';
import { failedAttribute } from '../rules/attributes';
import { blocks } from '../rules/crew';
import { missingSkills } from '../rules/skills';
import { territoryAllows } from '../rules/territory';
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

const CHECKS: Readonly<Record<PairRule, (index: ProblemIndex, visit: Visit, shift: Shift) => boolean>> = {
  territory: ({ problem }, visit, shift) =>
    territoryAllows(problem.rules.territory, membershipOf(visit, shift)),
  skills: ({ problem }, visit, shift) => !problem.rules.skills || missingSkills(visit, shift).length === 0,
  persons: ({ problem }, visit, { personId }) =>
    !problem.rules.persons ||
    (!visit.neverPersonIds.includes(personId) &&
      (visit.mustPersonIds.length === 0 || visit.mustPersonIds.includes(personId))),
  tie: (_index, { tie }, { personId }) => tie.personId === undefined || tie.personId === personId,
  attributes: ({ problem }, visit, shift) =>
    failedAttribute(visit, shift, problem.rules.attributes ?? []) === null,
  crew: ({ problem }, visit, shift) =>
    (visit.crewOf === undefined || (shift.memberIds !== undefined && headCount(shift) >= visit.crewOf)) &&
    (shift.memberIds !== undefined || !problem.shifts.some((c) => blocks(c, shift))),
  parts: (_index, visit, shift) =>
    partsToFetch(visit, shift).length === 0 || shift.partsPlaceId !== undefined,
  capacity: (_index, visit, { capacity }) => capacity === null || visit.demand <= capacity,
  // On an otherwise empty day: hours, windows, access, breaks and the way there and back.
  windows: (index, visit, shift) => timeRoute(index, shift, [visit]) !== null,
};

/** Every rule that forbids a visit to a shift however empty the day; none when it could be done there. */
export function pairReasons(index: ProblemIndex, visit: Visit, shift: Shift): PairRule[] {
  return PAIR_RULES.filter((rule) => !CHECKS[rule](index, visit, shift));
}

/** Whether a visit could be done in a shift if the day were empty. */
export function isPairPossible(index: ProblemIndex, visit: Visit, shift: Shift): boolean {
  return PAIR_RULES.every((rule) => CHECKS[rule](index, visit, shift));
}
