import type { Transaction } from '@/db/connection';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';

/** What was agreed with a customer; there are few of them. */
export async function readAgreements(
  transaction: Transaction,
  customerId: string,
): Promise<Stored<'agreements'>[]> {
  return (await readAll(transaction, 'agreements')).filter((a) => a.customerId === customerId);
}

/** The offer of windows that says most about work of a kind in a territory; null where none is held out. */
export async function offerFor(
  transaction: Transaction,
  territoryId: string,
  jobKindId: string,
): Promise<Stored<'offers'> | null> {
  const all = (await readAll(transaction, 'offers')).filter(
    (o) =>
      (o.territoryId === null || o.territoryId === territoryId) &&
      (o.jobKindId === null || o.jobKindId === jobKindId),
  );
  const says = (o: Stored<'offers'>): number =>
    (o.jobKindId === null ? 0 : 2) + (o.territoryId === null ? 0 : 1);
  return all.sort((a, b) => says(b) - says(a) || a.id.localeCompare(b.id))[0] ?? null;
}
