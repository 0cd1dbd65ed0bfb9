import type { Rule } from './violation';

/** No visit and no break begins before the shift does; leaving home earlier is own-time travel. */
export const workingHours: Rule = (_index, plan) =>
  plan.routes.flatMap((route) => {
    const first = Math.min(route.stops[0]?.startSec ?? 0, route.break?.startSec ?? Number.POSITIVE_INFINITY);
    return first < route.shift.startSec
      ? [{ rule: 'working-hours' as const, shiftId: route.shift.id, facts: { startSec: first } }]
      : [];
  });
