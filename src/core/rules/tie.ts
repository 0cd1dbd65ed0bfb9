import type { Rule, Violation } from './violation';

/** A tied visit stays with its person and at its time. */
export const tie: Rule = (_index, plan) =>
  plan.routes.flatMap((route) =>
    route.stops.flatMap(({ visit, startSec }): Violation[] => {
      const where = { rule: 'tie' as const, shiftId: route.shift.id, visitId: visit.id };
      const { personId, startSec: tiedSec } = visit.tie;
      if (personId !== undefined && personId !== route.shift.personId) {
        return [{ ...where, facts: { personId } }];
      }
      return tiedSec !== undefined && tiedSec !== startSec
        ? [{ ...where, facts: { tiedSec, startSec } }]
        : [];
    }),
  );
