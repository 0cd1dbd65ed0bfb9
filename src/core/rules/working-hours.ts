import type { Rule } from './violation';

/** No visit and no break begins before the shift does; leaving home earlier is own-time travel. */
export const workingHours: Rule = (_index, plan) =>
  plan.routes.flatMap((route) => {
    const starts = [...route.stops.slice(0, 1), ...route.breaks.slice(0, 1)].map((s) => s.startSec);
    const first = Math.min(...starts);
    return first < route.shift.startSec
      ? [{ rule: 'working-hours' as const, shiftId: route.shift.id, facts: { startSec: first } }]
      : [];
  });
