import type { PersonDetail } from '@/contract/plan/plan-detail';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import type { KeptPlan } from '../shared/judged-plans';
import { territoryNames } from '../shared/names';
import type { Unit } from '../shared/unit';

/** Where somebody belongs, how they are reached and what they have along; of a crew what is said of it as a whole. */
export async function aboutPerson(
  { transaction }: Unit,
  { loaded }: KeptPlan,
  who: Stored<'technicians'> | Stored<'crews'>,
): Promise<Pick<PersonDetail, 'zone' | 'phone' | 'vehicle' | 'territories' | 'groups' | 'parts'>> {
  const { data, zone } = loaded;
  const territories = await territoryNames(transaction);
  const nameOf = (id: string): string => territories.get(id) ?? id;
  if ('leaderId' in who)
    return {
      zone,
      phone: [...data.technicians, ...data.members].find((t) => t.id === who.leaderId)?.phone ?? '',
      vehicle: who.vehicle,
      territories: [{ name: nameOf(who.territoryId), relation: 'home', validTo: null }],
      groups: [],
      parts: [],
    };
  const parts = new Map((await readAll(transaction, 'parts')).map((p) => [p.id, p.name]));
  return {
    zone: who.zone,
    phone: who.phone,
    vehicle: who.vehicle,
    territories: who.territories.map((m) => ({
      name: nameOf(m.territoryId),
      relation: m.relation,
      validTo: m.validTo,
    })),
    groups: data.groups.filter((g) => g.members.some((m) => m.technicianId === who.id)).map((g) => g.name),
    parts: who.parts.map((p) => parts.get(p.partId) ?? p.partId),
  };
}
