import type { Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';

/** Needs of a visit that the person does not meet on the day of the shift. */
export function missingSkills(visit: Visit, shift: Shift): Visit['skills'] {
  const lacks = visit.skills.filter(
    (need) => !shift.skills.some((held) => held.skillId === need.skillId && held.level >= need.level),
  );
  if (visit.skillMode === 'any') return lacks.length < visit.skills.length ? [] : lacks;
  return lacks;
}

/** Only people whose skills meet the visit's levels, valid on the day. */
export const skills = eachStop('skills', (visit, shift, problem) => {
  if (!problem.rules.skills) return null;
  const [first] = missingSkills(visit, shift);
  return first ? { skillId: first.skillId, level: first.level } : null;
});
