import type { Rule } from './violation';

/** The work lies wholly inside hours in which the site lets somebody in. */
export const access: Rule = (_index, plan) =>
  plan.routes.flatMap((route) =>
    route.stops.flatMap(({ visit, startSec, finishSec }) =>
      !visit.access || visit.access.some((a) => startSec >= a.startSec && finishSec <= a.endSec)
        ? []
        : [{ rule: 'access' as const, shiftId: route.shift.id, visitId: visit.id, facts: { startSec } }],
    ),
  );
