import type { Role } from '@/contract/access/permissions';
import { closeDatabase, type Database, inTransaction, openDatabase, type Transaction } from '@/db/connection';
import { users, userTerritories } from '@/db/models/access';
import { rowsOf } from '@/db/models/table';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';

/** Tuesday 9 June 2026, 09:40 on the island: where the demo's day stands still. */
export const DEMO_NOW = Date.UTC(2026, 5, 9, 8, 40) / 1000;

export function testDatabase(): Database {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('Tests of use cases need the database that bin/test starts');
  return openDatabase(url);
}

export const leaveDatabase = closeDatabase;

class RolledBack extends Error {}

/** Runs work in a transaction that leaves no trace. Deferred constraints are asked before it is rolled back. */
export async function rolledBack(work: (transaction: Transaction) => Promise<void>): Promise<void> {
  await inTransaction(testDatabase(), 'write', async (transaction) => {
    await work(transaction);
    throw new RolledBack();
  }).catch((cause: unknown) => {
    if (!(cause instanceof RolledBack)) throw cause;
  });
}

/** A unit in the name of somebody of a role who may change things in the territories. */
export async function unitAs(
  transaction: Transaction,
  role: Role,
  territoryIds: readonly string[],
  options: { readonly mayChange?: boolean; readonly mayForce?: boolean; readonly now?: number } = {},
): Promise<Unit> {
  const id = `test-${role}-${territoryIds.join('-')}-${options.mayChange ?? true}`;
  const grants = territoryIds.map((territoryId) => ({ territoryId, mayChange: options.mayChange ?? true }));
  if ((await rowsOf(transaction, users).find({ id })).length === 0) {
    await rowsOf(transaction, users).insert([
      { id, email: `${id}@test.example`.toLowerCase(), name: `Some ${role}`, role, passwordHash: '-' },
    ]);
    await rowsOf(transaction, userTerritories).insert(grants.map((g) => ({ ...g, userId: id })));
  }
  const { mayForce = true } = options;
  const user = { id, name: `Some ${role}`, email: `${id}@test.example`, role, mayForce, grants };
  return { user, transaction, now: options.now ?? DEMO_NOW };
}

export const ALL_TERRITORIES = ['westisle', 'north', 'quay', 'sallow', 'heights', 'farside'];

/** The refusal that work ends with. */
export async function refusalOf(work: Promise<unknown>): Promise<Refusal> {
  const cause = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (!(cause instanceof Refusal)) throw new Error(`Expected a refusal, got ${String(cause)}`);
  return cause;
}
