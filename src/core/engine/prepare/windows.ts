import type { Problem, Visit, VisitWindow } from '../../model/problem';
import { NEVER } from './prepared';

export interface DayWindows {
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowClose: Int32Array;
  readonly windowSoft: Int32Array;
  readonly windowLatest: Int32Array;
}

/** A time tie is a window of one moment that may still be late by the visit's own windows. */
function windowsOf(visit: Visit): readonly VisitWindow[] {
  const tied = visit.tie.startSec;
  if (tied === undefined) return visit.windows;
  const allowing = visit.windows.filter((w) => tied >= w.startSec && tied <= w.latestSec);
  if (allowing.length === 0) return [];
  const onTime = allowing.some((w) => tied <= w.endSec);
  const closed = visit.windows.filter((w) => w.endSec < tied).map((w) => w.endSec);
  return [{ startSec: tied, endSec: onTime ? tied : Math.max(...closed), latestSec: tied }];
}

/** Windows that a day can begin in, and those that closed since the first of them did: lateness counts from these. */
function reachableOn(windows: readonly VisitWindow[], fromSec: number, toSec: number): VisitWindow[] {
  const begun = windows.filter((w) => w.latestSec >= fromSec && w.startSec <= toSec);
  const firstClose = begun.reduce((least, w) => Math.min(least, w.endSec), fromSec);
  return begun.length === 0 ? [] : windows.filter((w) => w.latestSec >= firstClose && w.startSec <= toSec);
}

/** Sorts a visit's windows into the days whose shifts can reach them. */
export function windowsByDay(problem: Problem, days: number): DayWindows {
  const from = new Float64Array(days).fill(Number.POSITIVE_INFINITY);
  const to = new Float64Array(days).fill(Number.NEGATIVE_INFINITY);
  for (const s of problem.shifts) {
    from[s.dayIx] = Math.min(from[s.dayIx]!, s.startSec);
    to[s.dayIx] = Math.max(to[s.dayIx]!, s.endSec + s.overtimeLimitSec);
  }
  const first: number[] = [];
  const count: number[] = [];
  const pool: VisitWindow[] = [];
  for (const visit of problem.visits) {
    const sorted = [...windowsOf(visit)].sort((a, b) => a.startSec - b.startSec || a.latestSec - b.latestSec);
    for (let d = 0; d < days; d++) {
      const reachable = reachableOn(sorted, from[d]!, to[d]!);
      first.push(pool.length);
      count.push(reachable.length);
      pool.push(...reachable);
    }
  }
  return {
    windowFirst: Int32Array.from(first),
    windowCount: Int32Array.from(count),
    windowOpen: Int32Array.from(pool, (w) => w.startSec),
    windowClose: Int32Array.from(pool, (w) => w.endSec),
    windowSoft: Int32Array.from(pool, (w) => (w.endSec < w.startSec ? -NEVER : w.endSec)),
    windowLatest: Int32Array.from(pool, (w) => w.latestSec),
  };
}
