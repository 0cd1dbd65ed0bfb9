import { membershipOf, type Relation } from '../model/membership';
import type { Problem, RuleSettings, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';
import { isInScope } from './scope';

/** Whether the playbook lets somebody so close to the territory do its visits. */
export function territoryAllows(setting: RuleSettings['territory'], membership: Relation | null): boolean {
  if (setting === 'anybody') return true;
  return membership !== null && (membership !== 'cover' || setting === 'home-and-cover');
}

/** Whether the territory of a visit is open to the person of a shift. */
export function isTerritoryOpen({ rules }: Pick<Problem, 'rules'>, visit: Visit, shift: Shift): boolean {
  return (
    !isInScope(rules.scopes?.territory, visit.id, shift.personId) ||
    territoryAllows(rules.territory, membershipOf(visit, shift))
  );
}

/** Visits go to people of their territory, cover included where the playbook says so. */
export const territory = eachStop('territory', (visit, shift, problem) => {
  if (isTerritoryOpen(problem, visit, shift)) return null;
  return { territoryId: visit.territoryId, membership: membershipOf(visit, shift) };
});
