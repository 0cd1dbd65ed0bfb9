import type { Problem, Shift } from '../../model/problem';

export interface RestLinks {
  readonly restBefore: readonly (readonly number[])[];
  readonly restAfter: readonly (readonly number[])[];
  readonly restSec: number;
}

/** Whether the end of one shift may come too near to the beginning of the other. */
function mayBind(a: Shift, b: Shift, restSec: number): boolean {
  return a.endSec + a.overtimeLimitSec + restSec > b.startSec;
}

/** Pairs of shifts of one person on different days between which the daily rest may be too short. */
export function restLinks(problem: Problem): RestLinks {
  const { shifts, rules } = problem;
  const restSec = rules.restSec ?? 0;
  const restBefore: number[][] = shifts.map(() => []);
  const restAfter: number[][] = shifts.map(() => []);
  if (rules.restSec === undefined) return { restBefore, restAfter, restSec };
  const byPerson = new Map<string, number[]>();
  for (const [s, shift] of shifts.entries()) {
    byPerson.set(shift.personId, [...(byPerson.get(shift.personId) ?? []), s]);
  }
  const asked = rules.scopes?.rest?.personIds;
  for (const [personId, own] of byPerson) {
    if (asked && !asked.includes(personId)) continue;
    for (const a of own) {
      for (const b of own) {
        const first = shifts[a]!;
        const second = shifts[b]!;
        if (first.dayIx === second.dayIx || first.startSec >= second.startSec) continue;
        if (!mayBind(first, second, restSec)) continue;
        restAfter[a]!.push(b);
        restBefore[b]!.push(a);
      }
    }
  }
  return { restBefore, restAfter, restSec };
}
