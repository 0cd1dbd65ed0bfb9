import type { TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';

/** Routes that wait for each other, together: those with a visit in common, and those of which one has what the other's follows. */
export function waitingTogether(index: ProblemIndex, routes: readonly TimedRoute[]): TimedRoute[][] {
  const root = routes.map((_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (root[at] !== at) at = root[at]!;
    root[i] = at;
    return at;
  };
  const routeOf = new Map<string, number>();
  for (const [i, { stops }] of routes.entries())
    for (const { visit } of stops) {
      const other = routeOf.get(visit.id);
      if (other === undefined) routeOf.set(visit.id, i);
      else root[find(i)] = find(other);
    }
  for (const [visitId, i] of routeOf) {
    const before = index.visitById.get(visitId)?.after?.visitId;
    const other = before === undefined ? undefined : routeOf.get(before);
    if (other !== undefined) root[find(i)] = find(other);
  }
  const groups = new Map<number, TimedRoute[]>();
  for (const [i, route] of routes.entries()) groups.set(find(i), [...(groups.get(find(i)) ?? []), route]);
  return [...groups.values()];
}
