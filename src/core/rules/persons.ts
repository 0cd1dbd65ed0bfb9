import { eachStop } from './each-stop';

/** The customer's wishes that bind: must be one of these, never one of those. */
export const persons = eachStop('persons', (visit, shift, problem) => {
  if (!problem.rules.persons) return null;
  if (visit.neverPersonIds.includes(shift.personId)) return { wish: 'never', personId: shift.personId };
  const must = visit.mustPersonIds;
  return must.length > 0 && !must.includes(shift.personId)
    ? { wish: 'must', personId: shift.personId }
    : null;
});
