import type { Rule, Violation } from './violation';

/** A visit that comes after another starts once that one is over, with the gap asked for. */
export const order: Rule = (_index, plan) => {
  const spans = new Map<string, { startSec: number; finishSec: number }>();
  for (const { stops } of plan.routes) {
    for (const { visit, startSec, finishSec } of stops) {
      const known = spans.get(visit.id);
      spans.set(visit.id, { startSec, finishSec: Math.max(finishSec, known?.finishSec ?? finishSec) });
    }
  }
  return plan.routes.flatMap(({ shift, stops }) =>
    stops.flatMap(({ visit, startSec }): Violation[] => {
      const { after } = visit;
      if (!after) return [];
      const where = { rule: 'order' as const, shiftId: shift.id, visitId: visit.id };
      const first = spans.get(after.visitId);
      if (!first) return [{ ...where, facts: { after: after.visitId, loose: 1 } }];
      const gapSec = startSec - first.finishSec;
      const isTooLong = after.maxGapSec !== undefined && gapSec > after.maxGapSec;
      return gapSec < after.gapSec || isTooLong
        ? [{ ...where, facts: { after: after.visitId, gapSec } }]
        : [];
    }),
  );
};
