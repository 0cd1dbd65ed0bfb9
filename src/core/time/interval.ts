/** A half-open stretch of time, in whole seconds from any agreed origin. */
export interface Interval {
  readonly startSec: number;
  readonly endSec: number;
}

/** Sorts, drops the empty ones, and joins those that touch or overlap. */
export function unite(intervals: readonly Interval[]): Interval[] {
  const sorted = intervals.filter((i) => i.endSec > i.startSec).sort((a, b) => a.startSec - b.startSec);
  const out: Interval[] = [];
  for (const next of sorted) {
    const last = out.at(-1);
    if (last && next.startSec <= last.endSec) {
      out[out.length - 1] = { startSec: last.startSec, endSec: Math.max(last.endSec, next.endSec) };
    } else out.push(next);
  }
  return out;
}

/** What lies in `a` and not in `b`. */
export function subtract(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  let left = unite(a);
  for (const cut of unite(b)) {
    left = left.flatMap((i) => [
      { startSec: i.startSec, endSec: Math.min(i.endSec, cut.startSec) },
      { startSec: Math.max(i.startSec, cut.endSec), endSec: i.endSec },
    ]);
    left = left.filter((i) => i.endSec > i.startSec);
  }
  return left;
}

/** What lies in both. */
export function intersect(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const [left, right] = [unite(a), unite(b)];
  const out: Interval[] = [];
  for (let i = 0, k = 0; i < left.length && k < right.length; ) {
    const [x, y] = [left[i]!, right[k]!];
    const startSec = Math.max(x.startSec, y.startSec);
    const endSec = Math.min(x.endSec, y.endSec);
    if (endSec > startSec) out.push({ startSec, endSec });
    if (x.endSec < y.endSec) i++;
    else k++;
  }
  return out;
}
