import type { RuleScope } from '../model/problem';

interface Listed {
  readonly visits: ReadonlySet<string> | null;
  readonly persons: ReadonlySet<string> | null;
}

const listed = new WeakMap<RuleScope, Listed>();

function listsOf(scope: RuleScope): Listed {
  const known = listed.get(scope);
  if (known) return known;
  const { visitIds, personIds } = scope;
  const made = {
    visits: visitIds ? new Set(visitIds) : null,
    persons: personIds ? new Set(personIds) : null,
  };
  listed.set(scope, made);
  return made;
}

/** Whether a rule looks at a visit and a person at all; without a scope it looks at all. */
export function isInScope(scope: RuleScope | undefined, visitId: string, personId: string): boolean {
  if (!scope) return true;
  const { visits, persons } = listsOf(scope);
  const isVisit = visits === null || visits.has(visitId);
  const isPerson = persons === null || persons.has(personId);
  return scope.match === 'both' ? isVisit && isPerson : isVisit || isPerson;
}

/** Whether a rule on the days of a person looks at them; visits do not count. */
export function isPersonInScope(scope: RuleScope | undefined, personId: string): boolean {
  return !scope || (listsOf(scope).persons?.has(personId) ?? true);
}
