import { Umzug } from 'umzug';
import { type Database, select, type Transaction } from './connection';
import { firstSchema } from './migrations/001-first-schema';

const MIGRATIONS = [firstSchema];
/** Any number; all processes that migrate take the same advisory lock. */
const LOCK = 72_616_304;

/** Brings the database to the newest schema. Safe when two processes start at once. */
export async function migrate(db: Database): Promise<readonly string[]> {
  return db.transaction(async (transaction) => {
    await db.query('select pg_advisory_xact_lock(:lock)', { replacements: { lock: LOCK }, transaction });
    const umzug = new Umzug({
      migrations: MIGRATIONS.map((m) => ({
        name: m.name,
        up: async () => void (await db.query(m.up, { transaction })),
      })),
      storage: storageIn(db, transaction),
      logger: undefined,
    });
    const done = await umzug.up();
    return done.map((m) => m.name);
  });
}

/** Notes what is done in the same transaction, so that half a migration leaves no trace. */
function storageIn(db: Database, transaction: Transaction) {
  const note = (sql: string, name: string): Promise<unknown> =>
    db.query(sql, { replacements: { name }, transaction });
  return {
    logMigration: async ({ name }: { name: string }) =>
      void (await note('insert into schema_migrations (name) values (:name)', name)),
    unlogMigration: async ({ name }: { name: string }) =>
      void (await note('delete from schema_migrations where name = :name', name)),
    executed: async () => {
      await db.query('create table if not exists schema_migrations (name text primary key)', { transaction });
      const rows = await select<{ name: string }>(db, 'select name from schema_migrations', {}, transaction);
      return rows.map((r) => r.name);
    },
  };
}
