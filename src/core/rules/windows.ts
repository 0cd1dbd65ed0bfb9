import type { Rule } from './violation';

/** A visit starts (or finishes) inside one of its windows, or late by no more than that window allows. */
export const windows: Rule = (_index, plan) =>
  plan.routes.flatMap((route) =>
    route.stops.flatMap(({ visit, startSec, finishSec }) => {
      const isInside = visit.windows.some((w) => {
        const sec = w.on === 'finish' ? finishSec : startSec;
        return sec >= w.startSec && sec <= w.latestSec;
      });
      if (isInside) return [];
      return [{ rule: 'windows' as const, shiftId: route.shift.id, visitId: visit.id, facts: { startSec } }];
    }),
  );
