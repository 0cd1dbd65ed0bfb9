import type { Rule, Violation } from './violation';

/** Visits that belong to one person are all done by that person. */
export const samePerson: Rule = (_index, plan) => {
  const personOf = new Map<string, string>();
  for (const { shift, stops } of plan.routes) {
    for (const { visit } of stops) personOf.set(visit.id, shift.personId);
  }
  return plan.routes.flatMap(({ shift, stops }) =>
    stops.flatMap(({ visit }): Violation[] => {
      const other = visit.samePersonAs === undefined ? undefined : personOf.get(visit.samePersonAs);
      return other === undefined || other === shift.personId
        ? []
        : [{ rule: 'same-person', shiftId: shift.id, visitId: visit.id, facts: { personId: other } }];
    }),
  );
};
