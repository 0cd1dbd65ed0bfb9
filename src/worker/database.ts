import { writeFileSync } from 'node:fs';
import { environment } from '@/config/environment';
import { closeDatabase, type Database, inTransaction, openDatabase } from '@/db/connection';
import { grantTo } from '@/db/grant';
import { migrate, preparedAlone } from '@/db/migrate';
import { startCompany } from '@/server/access/start-company';
import { exportProblem } from '@/server/runs/export-problem';
import { nowSec } from '@/server/shared/clock';
import { prepareQueue } from '@/server/shared/queue';
import type { SystemUnit } from '@/server/shared/unit';
import { seedDemo } from '../../demo/seed';

const USAGE = 'expected "migrate", "seed", "start ADDRESS [NAME]" or "problem FIRST_DATE LAST_DATE FILE"';

/** The queue keeps its own tables and the grants touch the catalogue: neither bears a second process beside it. */
function migrateAll(db: Database): Promise<void> {
  const { databaseUrl, databaseOwnerUrl } = environment();
  return preparedAlone(db, async () => {
    const done = await migrate(db);
    await prepareQueue(databaseOwnerUrl);
    const role = new URL(databaseUrl).username;
    if (role !== new URL(databaseOwnerUrl).username)
      await inTransaction(db, 'write', (t) => grantTo(t, role));
    console.log(done.length > 0 ? `Migrated: ${done.join(', ')}` : 'Schema is current');
  });
}

/** `database COMMAND …`: what bin/demo, bin/start, bin/test and the benches call. */
async function main(command: string | undefined, words: readonly string[]): Promise<void> {
  const db = openDatabase(environment().databaseOwnerUrl);
  const inUnit = <T>(work: (unit: SystemUnit) => Promise<T>): Promise<T> =>
    inTransaction(db, 'write', (transaction) => work({ transaction, now: nowSec() }));
  if (command === 'migrate') await migrateAll(db);
  else if (command === 'seed') console.log(await inUnit((unit) => seedDemo(unit)));
  else if (command === 'start') {
    const link = await inUnit((unit) => startCompany(unit, words[0], words[1]));
    console.log(link ?? '');
  } else if (command === 'problem') {
    const [firstDate, lastDate, file] = words;
    if (!firstDate || !lastDate || !file) throw new Error(USAGE);
    const problem = await inUnit((unit) => exportProblem(unit, { firstDate, lastDate }));
    writeFileSync(file, JSON.stringify(problem));
  } else throw new Error(USAGE);
  await closeDatabase();
}

try {
  await main(process.argv[2], process.argv.slice(3));
} catch (cause) {
  console.error(cause instanceof Error ? cause.message : String(cause));
  process.exit(1);
}
