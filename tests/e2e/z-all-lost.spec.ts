import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { callAs, enterAs } from './steps';
import { expect, type Page, test } from './test';

/** Everything that a company's machine runs, in processes of this test alone, so that each can be killed. */
interface House {
  readonly folder: string;
  readonly port: number;
  readonly databasePort: number;
  readonly url: string;
  readonly environment: NodeJS.ProcessEnv;
}

const bash = (script: string): string =>
  execFileSync('bash', ['-euo', 'pipefail', '-c', `. bin/lib/postgres.sh; ${script}`], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
  });

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

async function buildHouse(): Promise<House> {
  const folder = mkdtempSync(join(tmpdir(), 'lime-lost-'));
  const [url = '', owner = '', databasePort = ''] = bash(
    `pg_start '${folder}' >&2; echo "$PG_URL"; echo "$PG_OWNER_URL"; echo "$PG_PORT"`,
  ).split('\n');
  const port = await freePort();
  const environment = {
    ...process.env,
    DATABASE_URL: url,
    DATABASE_OWNER_URL: owner,
    LIME_PORT: String(port),
    LIME_DEMO: '1',
    LIME_NOW: '2026-06-09T08:40:00Z',
  };
  for (const step of ['migrate', 'seed'])
    execFileSync('node', ['dist/database.mjs', step], { env: environment, stdio: 'ignore' });
  return { folder, port, databasePort: Number(databasePort), url, environment };
}

const begin = (house: House, what: 'web' | 'worker'): ChildProcess =>
  spawn('node', ['--enable-source-maps', `dist/${what}.mjs`], { env: house.environment, stdio: 'ignore' });

async function kill(child: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await gone;
}

async function answers({ port }: House): Promise<void> {
  await expect
    .poll(
      () =>
        fetch(`http://127.0.0.1:${port}/sign-in`).then(
          (r) => r.ok,
          () => false,
        ),
      { timeout: 60_000 },
    )
    .toBe(true);
}

/** As if the machine of the database had lost its power, and came back after a while. */
async function databaseFalls({ folder, databasePort }: House, awayMs: number): Promise<void> {
  bash(`pg_user "$(pg_bin)/pg_ctl" -D '${folder}/cluster' -m immediate -w stop`);
  await new Promise((resolve) => setTimeout(resolve, awayMs));
  bash(
    `pg_user "$(pg_bin)/pg_ctl" -D '${folder}/cluster' -l '${folder}/server.log' -o "-p ${databasePort} -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" -w start`,
  );
}

async function asked<Row>({ url }: House, sql: string, values: readonly unknown[] = []): Promise<Row[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql, [...values])).rows as Row[];
  } finally {
    await client.end();
  }
}

interface RunNow {
  readonly status: string;
  readonly attempts: number;
}

const runsOf = (house: House, batchId: string): Promise<RunNow[]> =>
  asked<RunNow>(house, `select status, attempts from runs where batch_id = $1 order by created_at, id`, [
    batchId,
  ]);

const countOf = (runs: readonly RunNow[], status: string): number =>
  runs.filter((r) => r.status === status).length;

async function startBatch(page: Page): Promise<string> {
  const { text } = await callAs(page, '/api/runs', {
    method: 'POST',
    body: {
      extent: { territoryIds: ['quay'], firstDate: '2026-06-11', lastDate: '2026-06-12' },
      playbookVersionIds: ['everyday-1', 'storm-week-1', 'thrifty-1'],
      budget: { kind: 'seconds', seconds: 8 },
    },
  });
  return (JSON.parse(text) as { batchId: string }).batchId;
}

test('web, worker and database are killed in turn during a batch: it goes on, and every draft is whole', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const house = await buildHouse();
  const children: ChildProcess[] = [];
  const start = (what: 'web' | 'worker'): ChildProcess => {
    const child = begin(house, what);
    children.push(child);
    return child;
  };
  try {
    let web = start('web');
    const [first] = [start('worker'), start('worker')] as const;
    await answers(house);
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${house.port}` });
    const page = await context.newPage();
    await enterAs(page, 'analyst');
    const batchId = await startBatch(page);

    // Two workers, two runs at once, each of them taken once.
    await expect
      .poll(async () => countOf(await runsOf(house, batchId), 'running'), { timeout: 30_000 })
      .toBe(2);
    expect((await runsOf(house, batchId)).map((r) => r.attempts).sort()).toEqual([0, 1, 1]);

    await kill(web);
    web = start('web');
    await answers(house);
    // A session lasts longer than the process that gave it.
    expect((await callAs(page, '/api/drafts')).status).toBe(200);

    await kill(first);
    start('worker');
    await expect
      .poll(async () => countOf(await runsOf(house, batchId), 'done'), { timeout: 60_000 })
      .toBeGreaterThan(0);

    await databaseFalls(house, 3000);
    await expect
      .poll(async () => countOf(await runsOf(house, batchId), 'done'), { timeout: 150_000 })
      .toBe(3);
    const runs = await runsOf(house, batchId);
    // Only what was under way when its worker or the database went was taken up again.
    expect(runs.reduce((sum, r) => sum + r.attempts, 0)).toBeLessThanOrEqual(3 + 1 + 2);

    const drafts = await asked<{ runId: string; drafts: number; stops: number; placed: number }>(
      house,
      `select r.id as "runId", count(distinct d.id)::int as drafts,
         (select count(*)::int from jsonb_array_elements(r.best_plan->'routes') route, jsonb_array_elements(route->'stops') stop where stop->>'visitId' not like '%~%') as stops,
         (select count(*)::int from placements p where p.plan_id = min(d.id)) as placed
       from runs r left join plans d on d.run_id = r.id where r.batch_id = $1 group by r.id`,
      [batchId],
    );
    expect(drafts).toHaveLength(3);
    for (const draft of drafts) {
      expect(draft.drafts).toBe(1);
      expect(draft.stops).toBeGreaterThan(0);
      expect(draft.placed).toBeGreaterThanOrEqual(draft.stops);
    }
    await page.goto(`/plan/runs/${drafts[0]!.runId}`);
    await expect(page.getByRole('heading', { name: 'Run is done' })).toBeVisible();
    await page.getByRole('link', { name: 'Open the draft' }).first().click();
    await expect(page.getByRole('button', { name: /^Rules broken/ })).toContainText('0');
    await context.close();
  } finally {
    for (const child of children) if (child.exitCode === null && child.signalCode === null) await kill(child);
    bash(`pg_stop '${house.folder}'`);
    rmSync(house.folder, { recursive: true, force: true });
  }
});
