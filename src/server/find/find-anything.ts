import { may } from '@/contract/access/permissions';
import { type Found, LEAST_SEARCHED, MOST_SEARCHED } from '@/contract/shared/find';
import { findPeople, findSites, findVisits } from '@/db/repositories/shared/find';
import { seenBy } from '../shared/access';
import type { Unit } from '../shared/unit';

const MOST_OF_A_KIND = 8;

/** Finds visits, people and sites in the territories of the user; nothing of a kind that the role does not have. */
export async function findAnything(unit: Unit, text: string): Promise<Found[]> {
  const words = text.trim().slice(0, MOST_SEARCHED);
  if (words.length < LEAST_SEARCHED) return [];
  const { transaction, user } = unit;
  const today = new Date(unit.now * 1000).toISOString().slice(0, 10);
  const wanted = { words, territories: [...seenBy(user)], limit: MOST_OF_A_KIND, today };
  return [
    ...(may(user, 'read', 'visits') ? await findVisits(transaction, wanted) : []),
    ...(may(user, 'read', 'technicians') ? await findPeople(transaction, wanted) : []),
    ...(may(user, 'read', 'sites') ? await findSites(transaction, wanted) : []),
  ];
}
