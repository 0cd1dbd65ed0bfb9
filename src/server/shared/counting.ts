import { readMany } from '@/db/repositories/shared/schedule';
import type { Unit } from './unit';

/** How the company counts, for whoever is signed in, whatever their role. */
export async function readCounting({
  transaction,
}: Unit): Promise<{ readonly currency: string; readonly distanceUnit: 'km' | 'mi' }> {
  const [company] = await readMany(transaction, 'company', ['company']);
  return { currency: company?.currency ?? 'EUR', distanceUnit: company?.distanceUnit ?? 'km' };
}
