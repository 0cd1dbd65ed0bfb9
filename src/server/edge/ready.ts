import { inTransaction } from '@/db/connection';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { databaseOfProcess } from './process';

const LONGEST_MS = 3000;

/** Whether the database answers and holds a company; false after three seconds without an answer. */
export async function isReady(): Promise<boolean> {
  const late = new Promise<false>((resolve) => setTimeout(() => resolve(false), LONGEST_MS).unref());
  const asked = inTransaction(databaseOfProcess(), 'read', readLivePlan).then(
    () => true,
    () => false,
  );
  return Promise.race([asked, late]);
}
