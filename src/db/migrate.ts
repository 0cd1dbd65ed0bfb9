import { Umzug } from 'umzug';
import { z } from 'zod';
import { type Database, execute, inTransaction, select, type Transaction } from './connection';
import { firstSchema } from './migrations/001-first-schema';
import { theGround } from './migrations/002-the-ground';
import { setUp } from './migrations/003-set-up';
import { roadsCalendarsKeys } from './migrations/004-roads-calendars-keys';
import { theLoop } from './migrations/005-the-loop';
import { theDesk } from './migrations/006-the-desk';
import { theWork } from './migrations/007-the-work';
import { mailAndMoves } from './migrations/008-mail-and-moves';
import { theDay } from './migrations/009-the-day';
import { theDayWhole } from './migrations/010-the-day-whole';
import { closedRoads } from './migrations/011-closed-roads';
import { toldPeople } from './migrations/012-told-people';
import { crewTime } from './migrations/013-crew-time';
import { roadsOpenAgain } from './migrations/014-roads-open-again';

const MIGRATIONS = [
  firstSchema,
  theGround,
  setUp,
  roadsCalendarsKeys,
  theLoop,
  theDesk,
  theWork,
  mailAndMoves,
  theDay,
  theDayWhole,
  closedRoads,
  toldPeople,
  crewTime,
  roadsOpenAgain,
];
/** Any number; all processes that migrate take the same advisory lock. */
const LOCK = 72_616_304;

/** Held by whoever prepares the whole database: schema, queue and grants, which are several transactions. */
const PREPARE_LOCK = 72_616_305;

/** Lets only one process at a time prepare the database; the others wait for it. */
export function preparedAlone<T>(db: Database, work: () => Promise<T>): Promise<T> {
  return inTransaction(db, 'write', async (transaction) => {
    await execute(transaction, 'select pg_advisory_xact_lock(:lock)', { lock: PREPARE_LOCK });
    return work();
  });
}

/** Brings the database to the newest schema. Safe when two processes start at once. */
export async function migrate(db: Database): Promise<readonly string[]> {
  return inTransaction(db, 'write', async (transaction) => {
    await execute(transaction, 'select pg_advisory_xact_lock(:lock)', { lock: LOCK });
    const umzug = new Umzug({
      migrations: MIGRATIONS.map((m) => ({ name: m.name, up: () => execute(transaction, m.up) })),
      storage: storageIn(transaction),
      logger: undefined,
    });
    const done = await umzug.up();
    return done.map((m) => m.name);
  });
}

/** Notes what is done in the same transaction, so that half a migration leaves no trace. */
function storageIn(transaction: Transaction) {
  return {
    logMigration: ({ name }: { name: string }) =>
      execute(transaction, 'insert into schema_migrations (name) values (:name)', { name }),
    unlogMigration: ({ name }: { name: string }) =>
      execute(transaction, 'delete from schema_migrations where name = :name', { name }),
    executed: async () => {
      await execute(transaction, 'create table if not exists schema_migrations (name text primary key)');
      const shape = z.strictObject({ name: z.string() });
      return (await select(transaction, shape, 'select name from schema_migrations')).map((r) => r.name);
    },
  };
}
