import { writeFileSync } from 'node:fs';
import { environment } from '@/config/environment';
import { closeDatabase, openDatabase, select } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { exportProblem } from '@/server/export-problem';
import { seedDemo } from '../../demo/seed';

/** `database migrate | seed | problem FIRST LAST FILE`: what bin/demo, bin/test and the benches call. */
async function main(command: string | undefined, words: readonly string[]): Promise<void> {
  const db = openDatabase(environment().databaseUrl);
  if (command === 'migrate') {
    const done = await migrate(db);
    console.log(done.length > 0 ? `Migrated: ${done.join(', ')}` : 'Schema is current');
  } else if (command === 'seed') {
    const [found] = await select<{ started: boolean; finished: boolean }>(
      db,
      'select exists (select 1 from territories) as started, exists (select 1 from plan_changes) as finished',
    );
    if (found?.finished) console.log('Data is there already');
    else {
      // A seed that was interrupted left rows of which nobody has seen any.
      if (found?.started)
        await db.query(
          'truncate territories, users, skills, job_kinds, week_patterns, technicians, playbooks, plans, road_networks cascade',
        );
      await seedDemo(db);
    }
  } else if (command === 'problem') {
    const [firstDate, lastDate, file] = words;
    if (!firstDate || !lastDate || !file) throw new Error('expected "problem FIRST_DATE LAST_DATE FILE"');
    writeFileSync(file, JSON.stringify(await exportProblem(firstDate, lastDate)));
  } else throw new Error('expected "migrate", "seed" or "problem"');
  await closeDatabase();
}

await main(process.argv[2], process.argv.slice(3));
