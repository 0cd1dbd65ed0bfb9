import type { Rule } from './violation';

/** What the visits of a day take fits aboard. */
export const capacity: Rule = (_index, plan) =>
  plan.routes.flatMap((route) => {
    const load = route.stops.reduce((sum, s) => sum + s.visit.demand, 0);
    const limit = route.shift.capacity;
    return limit !== null && load > limit
      ? [{ rule: 'capacity' as const, shiftId: route.shift.id, facts: { load, limit } }]
      : [];
  });
