import type { PeopleFilter } from '@/contract/plan/desks';
import type { PersonView } from '@/contract/plan/plan-view';

const kindOf = (p: PersonView): PeopleFilter['kinds'][number] =>
  p.crewOf !== undefined ? 'crew' : p.isContractor ? 'contractor' : 'person';

/** Whether somebody stands on a desk: all that the filter says must hold, and the words searched for be in the name. */
export function isOnDesk(person: PersonView, filter: PeopleFilter, words = ''): boolean {
  const { skillIds, level, territoryIds, groupIds, kinds, personIds } = filter;
  const has = (id: string): boolean => person.skills.some((s) => s.id === id && s.level >= level);
  if (!skillIds.every(has)) return false;
  if (territoryIds.length > 0 && !territoryIds.includes(person.homeTerritory)) return false;
  if (groupIds.length > 0 && !groupIds.some((id) => person.groupIds.includes(id))) return false;
  if (kinds.length > 0 && !kinds.includes(kindOf(person))) return false;
  if (personIds.length > 0 && !personIds.includes(person.id)) return false;
  return words
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .every((w) => person.name.toLowerCase().includes(w));
}
