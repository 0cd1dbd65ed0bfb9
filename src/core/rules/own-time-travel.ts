import type { Rule } from './violation';

/** Driving before the shift is the first leg only, and no more of it than the person allows. */
export const ownTimeTravel: Rule = (_index, plan) =>
  plan.routes.flatMap((route) => {
    const { startSec, allowanceBeforeSec } = route.shift;
    const ownSec = Math.max(0, startSec - route.departSec);
    const leg = route.stops[0]?.travelSec ?? 0;
    return ownSec > Math.min(allowanceBeforeSec, leg)
      ? [{ rule: 'own-time-travel' as const, shiftId: route.shift.id, facts: { ownSec, allowanceBeforeSec } }]
      : [];
  });
