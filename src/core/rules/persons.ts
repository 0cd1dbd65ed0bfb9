import type { Problem, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';
import { isInScope } from './scope';

/** The wish of the customer that a person is against; null when there is none. */
export function wishAgainst(
  { rules }: Pick<Problem, 'rules'>,
  visit: Visit,
  { personId }: Shift,
): 'must' | 'never' | null {
  if (!rules.persons || !isInScope(rules.scopes?.persons, visit.id, personId)) return null;
  if (visit.neverPersonIds.includes(personId)) return 'never';
  const must = visit.mustPersonIds;
  return must.length > 0 && !must.includes(personId) ? 'must' : null;
}

/** The customer's wishes that bind: must be one of these, never one of those. */
export const persons = eachStop('persons', (visit, shift, problem) => {
  const wish = wishAgainst(problem, visit, shift);
  return wish === null ? null : { wish, personId: shift.personId };
});
