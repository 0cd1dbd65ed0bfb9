import type { Rule } from './violation';

/** A visit starts inside one of its windows, or late by no more than that window allows. */
export const windows: Rule = (_index, plan) =>
  plan.routes.flatMap((route) =>
    route.stops.flatMap(({ visit, startSec }) => {
      if (visit.windows.some((w) => startSec >= w.startSec && startSec <= w.latestSec)) return [];
      return [{ rule: 'windows' as const, shiftId: route.shift.id, visitId: visit.id, facts: { startSec } }];
    }),
  );
