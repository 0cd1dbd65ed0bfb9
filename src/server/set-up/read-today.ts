import { localDateOf } from '@/core/index';
import { readMany } from '@/db/repositories/shared/schedule';
import type { Unit } from '../shared/unit';

/** Today by the company's home clock. */
export async function readToday(unit: Unit): Promise<string> {
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  return localDateOf(unit.now, company?.homeZone ?? 'UTC');
}
