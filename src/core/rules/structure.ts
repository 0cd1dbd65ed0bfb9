import type { Rule, Violation } from './violation';

/** Each visit is in the plan exactly once, planned (by as many people as it needs) or loose; held ones are planned; one route a shift. */
export const structure: Rule = ({ problem }, plan) => {
  const out: Violation[] = [];
  const seen = new Map<string, number>();
  const count = (id: string): void => void seen.set(id, (seen.get(id) ?? 0) + 1);
  for (const route of plan.routes) for (const stop of route.stops) count(stop.visit.id);
  const planned = new Set(seen.keys());
  for (const visit of plan.unplanned) count(visit.id);
  for (const visit of problem.visits) {
    const times = seen.get(visit.id) ?? 0;
    const expected = planned.has(visit.id) ? (visit.people ?? 1) : 1;
    if (times !== expected) out.push({ rule: 'structure', visitId: visit.id, facts: { times } });
    if (visit.held && !planned.has(visit.id)) {
      out.push({ rule: 'structure', visitId: visit.id, facts: { heldButLoose: 1 } });
    }
  }
  const shifts = new Set<string>();
  for (const { shift } of plan.routes) {
    if (shifts.has(shift.id)) out.push({ rule: 'structure', shiftId: shift.id, facts: { routes: 2 } });
    shifts.add(shift.id);
  }
  return out;
};
