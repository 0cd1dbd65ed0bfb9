import type { Membership, RuleSettings, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';

type Relation = Membership['relation'];
const CLOSEST_FIRST: readonly Relation[] = ['home', 'loan', 'cover'];

/** How the person of a shift belongs to the visit's territory, or null. A visit without one is open to all. */
export function membershipOf(visit: Visit, shift: Shift): Relation | null {
  if (visit.territoryId === null) return 'home';
  const found = shift.territories.filter((t) => t.territoryId === visit.territoryId);
  return CLOSEST_FIRST.find((relation) => found.some((t) => t.relation === relation)) ?? null;
}

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
