import type { Problem } from '../../model/problem';
import type { RestLinks } from './rest-links';

/** Numbers shifts so that two get the same number when no visit can tell them apart. */
export function twins(
  problem: Problem,
  limitsOf: readonly (readonly number[])[],
  rest: RestLinks,
): Int32Array {
  const named = new Set(
    problem.visits.flatMap((v) => [
      ...v.mustPersonIds,
      ...v.neverPersonIds,
      ...v.favouredPersonIds,
      ...(v.avoidPersonIds ?? []),
      ...(v.base ? [v.base.personId] : []),
      ...(v.tie.personId === undefined ? [] : [v.tie.personId]),
    ]),
  );
  for (const s of problem.shifts) for (const id of s.memberIds ?? []) named.add(id);
  const { scopes = {}, attributes = [] } = problem.rules;
  for (const scope of [...Object.values(scopes), ...attributes.map((a) => a.scope)])
    for (const id of scope?.personIds ?? []) named.add(id);
  const isOwn = (problem.prices.unfairPerSec ?? 0) > 0;
  const numbers = new Map<string, number>();
  return Int32Array.from(problem.shifts, (shift, s) => {
    const { id, personId, ...others } = shift;
    const isBound = limitsOf[s]!.length + rest.restBefore[s]!.length + rest.restAfter[s]!.length > 0;
    const key = JSON.stringify([isBound ? id : '', isOwn || named.has(personId) ? personId : '', others]);
    const known = numbers.get(key) ?? numbers.size;
    numbers.set(key, known);
    return known;
  });
}
