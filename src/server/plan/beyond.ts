import type { ScorelineMore } from '@/contract/plan/scoreline';
import { couldAlone } from '@/core/index';
import type { KeptPlan } from '../shared/judged-plans';
import { visitOfId } from '../shared/problem/links';

/** What of a plan fell short for a reason that no plan can mend from now on. */
export function beyondMending({ built, index, verdict }: KeptPlan, nowSec: number): ScorelineMore['beyond'] {
  const now = nowSec - built.originSec;
  const ahead = built.problem.shifts.filter((s) => s.endSec + s.overtimeLimitSec > now);
  const loose: ScorelineMore['beyond']['loose'] = [];
  for (const visit of verdict.timed.unplanned) {
    const own = visitOfId(visit.id);
    if (!own) continue;
    const isPast = visit.windows.every((w) => w.latestSec < now);
    if (isPast) loose.push({ visitId: visit.id, why: 'past' });
    else if (!ahead.some((s) => couldAlone(index, visit, s)))
      loose.push({ visitId: visit.id, why: 'nobody' });
  }
  // What has begun late stays late, whatever anybody plans.
  const late = new Set(
    verdict.timed.routes.flatMap((r) =>
      r.stops.flatMap((s) => (s.lateSec > 0 && s.startSec < now ? [s.visit.id] : [])),
    ),
  );
  return { loose, missed: late.size };
}
