import type { Problem, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';
import { isInScope } from './scope';

/** Needs of a visit that the person does not meet on the day of the shift. */
export function missingSkills(visit: Visit, shift: Shift): Visit['skills'] {
  const lacks = visit.skills.filter(
    (need) => !shift.skills.some((held) => held.skillId === need.skillId && held.level >= need.level),
  );
  if (visit.skillMode === 'any') return lacks.length < visit.skills.length ? [] : lacks;
  return lacks;
}

/** Whether skills are asked for at all of a person for a visit. */
export function asksSkills({ rules }: Pick<Problem, 'rules'>, visit: Visit, shift: Shift): boolean {
  return rules.skills && isInScope(rules.scopes?.skills, visit.id, shift.personId);
}

/** Only people whose skills meet the visit's levels, valid on the day. */
export const skills = eachStop('skills', (visit, shift, problem) => {
  if (!asksSkills(problem, visit, shift)) return null;
  const [first] = missingSkills(visit, shift);
  return first ? { skillId: first.skillId, level: first.level } : null;
});
