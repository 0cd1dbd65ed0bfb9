import type { RuleSettings, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';

/** How the person of a shift belongs to the visit's territory, or null. A visit without one is open to all. */
export function membershipOf(visit: Visit, shift: Shift): 'home' | 'cover' | null {
  if (visit.territoryId === null) return 'home';
  const found = shift.territories.filter((t) => t.territoryId === visit.territoryId);
  if (found.some((t) => t.relation === 'home')) return 'home';
  return found.length > 0 ? 'cover' : null;
}

function allows(setting: RuleSettings['territory'], membership: 'home' | 'cover' | null): boolean {
  if (setting === 'anybody') return true;
  return membership === 'home' || (membership === 'cover' && setting === 'home-and-cover');
}

/** Visits go to people of their territory, cover included where the playbook says so. */
export const territory = eachStop('territory', (visit, shift, problem) => {
  const membership = membershipOf(visit, shift);
  return allows(problem.rules.territory, membership) ? null : { territoryId: visit.territoryId, membership };
});
