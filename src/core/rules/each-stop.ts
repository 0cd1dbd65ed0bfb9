import type { Problem, Shift, Visit } from '../model/problem';
import type { Rule, RuleCode, Violation } from './violation';

type Check = (visit: Visit, shift: Shift, problem: Problem) => Violation['facts'] | null;

/** Makes a rule of a check that looks at one visit and the shift that does it. */
export function eachStop(rule: RuleCode, check: Check): Rule {
  return ({ problem }, plan) =>
    plan.routes.flatMap((route) =>
      route.stops.flatMap(({ visit }): Violation[] => {
        const facts = check(visit, route.shift, problem);
        return facts ? [{ rule, shiftId: route.shift.id, visitId: visit.id, facts }] : [];
      }),
    );
}
