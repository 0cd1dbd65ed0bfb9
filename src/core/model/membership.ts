import type { Membership, Shift, Visit } from './problem';

export type Relation = Membership['relation'];
const CLOSEST_FIRST: readonly Relation[] = ['home', 'loan', 'cover'];

/** How the person of a shift belongs to the visit's territory, or null. A visit without one is open to all. */
export function membershipOf(visit: Visit, shift: Shift): Relation | null {
  if (visit.territoryId === null) return 'home';
  const found = shift.territories.filter((t) => t.territoryId === visit.territoryId);
  return CLOSEST_FIRST.find((relation) => found.some((t) => t.relation === relation)) ?? null;
}
