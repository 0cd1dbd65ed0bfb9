import type { Membership } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';

type Technician = Stored<'technicians'>;
type Territories = ReadonlyMap<string, Pick<Stored<'territories'>, 'id' | 'neighbours'>>;

/** The territories that are somebody's own on a date: home, or that of a loan while it lasts. */
function ownOn({ territories }: Pick<Technician, 'territories'>, date: string) {
  const valid = territories.filter((m) => m.validFrom <= date && (m.validTo === null || m.validTo >= date));
  return { valid, loan: valid.find((m) => m.relation === 'loan') };
}

/** Covers that follow from a territory letting its neighbours' people help out. */
export function neighbourCovers(homeIds: readonly string[], territories: Territories): Membership[] {
  const out: Membership[] = [];
  for (const territory of territories.values()) {
    const helps = territory.neighbours.some((n) => homeIds.includes(n.neighbourId));
    if (helps && !homeIds.includes(territory.id)) out.push({ territoryId: territory.id, relation: 'cover' });
  }
  return out;
}

/** Memberships on a date: while on loan, the loan's territory is the only home. */
export function membershipsOn(
  technician: Pick<Technician, 'territories'>,
  date: string,
  territories: Territories,
): Membership[] {
  const { valid, loan } = ownOn(technician, date);
  if (loan) return [{ territoryId: loan.territoryId, relation: 'loan' }];
  const given = valid.map(
    (m): Membership => ({
      territoryId: m.territoryId,
      relation: m.relation === 'cover' ? 'cover' : 'home',
    }),
  );
  const homes = given.filter((m) => m.relation === 'home').map((m) => m.territoryId);
  const known = new Set(given.map((m) => m.territoryId));
  return [...given, ...neighbourCovers(homes, territories).filter((m) => !known.has(m.territoryId))];
}

/** The territory whose holidays somebody keeps on a date. */
export function homeOn(technician: Pick<Technician, 'territories'>, date: string): string | null {
  const { valid, loan } = ownOn(technician, date);
  return loan?.territoryId ?? valid.find((m) => m.relation === 'home')?.territoryId ?? null;
}
