import { membershipOf, type Relation } from '../model/membership';
import type { RuleSettings } from '../model/problem';
import { eachStop } from './each-stop';

/** Whether the playbook lets somebody so close to the territory do its visits. */
export function territoryAllows(setting: RuleSettings['territory'], membership: Relation | null): boolean {
  if (setting === 'anybody') return true;
  return membership !== null && (membership !== 'cover' || setting === 'home-and-cover');
}

/** Visits go to people of their territory, cover included where the playbook says so. */
export const territory = eachStop('territory', (visit, shift, problem) => {
  const membership = membershipOf(visit, shift);
  return territoryAllows(problem.rules.territory, membership)
    ? null
    : { territoryId: visit.territoryId, membership };
});
