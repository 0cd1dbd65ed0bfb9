import { busyIds } from '../model/work-of';
import type { Rule } from './violation';

/** A visit for several people has them all, each another person, and all start at once. */
export const together: Rule = (_index, plan) => {
  const at = new Map<string, { people: string[]; starts: number[]; needed: number }>();
  for (const { shift, stops } of plan.routes) {
    for (const { visit, startSec } of stops) {
      const entry = at.get(visit.id) ?? { people: [], starts: [], needed: visit.people ?? 1 };
      entry.people.push(...busyIds(shift));
      entry.starts.push(startSec);
      at.set(visit.id, entry);
    }
  }
  return [...at].flatMap(([visitId, { people, starts, needed }]) => {
    if (needed === 1) return [];
    const isDouble = new Set(people).size < people.length;
    return starts.length === needed && new Set(starts).size === 1 && !isDouble
      ? []
      : [{ rule: 'together' as const, visitId, facts: { needed, found: starts.length } }];
  });
};
