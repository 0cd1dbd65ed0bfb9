import type { Shift } from '../model/problem';
import { headCount } from '../model/work-of';
import type { Rule, Violation } from './violation';

/** Whether two stretches of work share a moment. */
function overlap(a: Shift, b: Shift): boolean {
  return a.startSec < b.endSec && b.startSec < a.endSec;
}

/** Visits for a crew go to one that is large enough, and its members do nothing else during its hours. */
export const crew: Rule = ({ problem }, plan) => {
  const crews = problem.shifts.filter((s) => s.memberIds);
  return plan.routes.flatMap(({ shift, stops }) => {
    const out: Violation[] = [];
    const own = shift.memberIds ? undefined : crews.find((c) => blocks(c, shift));
    if (own) out.push({ rule: 'crew', shiftId: shift.id, facts: { crewId: own.personId } });
    for (const { visit } of stops) {
      if (visit.crewOf === undefined || (shift.memberIds && headCount(shift) >= visit.crewOf)) continue;
      out.push({
        rule: 'crew',
        shiftId: shift.id,
        visitId: visit.id,
        facts: { needed: visit.crewOf, people: headCount(shift) },
      });
    }
    return out;
  });
};

/** A member of a crew is not free alone during the crew's hours. */
export function blocks(crewShift: Shift, shift: Shift): boolean {
  const isMember = crewShift.memberIds?.includes(shift.personId) ?? false;
  return isMember && overlap(crewShift, shift);
}
