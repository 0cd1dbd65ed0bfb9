import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { callAs, enterAs } from './steps';
import { expect, type Page, test } from './test';

const ITERATIONS = 3000;

async function isDone(page: Page, id: string): Promise<void> {
  await expect
    .poll(
      async () => (JSON.parse((await callAs(page, `/api/runs/${id}`)).text) as { status: string }).status,
      {
        timeout: 90_000,
      },
    )
    .toBe('done');
}

const fileOf = async (page: Page, id: string, which: string): Promise<string> =>
  (await callAs(page, `/api/runs/${id}/files/${which}`)).text;

test('run again on iterations comes to the same plan, and so does the command line with its file', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await enterAs(page, 'analyst');
  const body = {
    extent: { territoryIds: ['sallow', 'farside'], firstDate: '2026-06-15', lastDate: '2026-06-17' },
    playbookVersionIds: ['everyday-1'],
    budget: { kind: 'iterations', iterations: ITERATIONS },
    seed: 77,
  };
  const started = await callAs(page, '/api/runs', { method: 'POST', body });
  const { id } = JSON.parse(started.text) as { id: string };
  await isDone(page, id);
  await page.goto(`/plan/runs/${id}`);
  await expect(
    page.getByRole('cell', { name: `${ITERATIONS.toLocaleString('en')} iterations` }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Run again exactly' }).click();
  await page.waitForURL((url) => url.pathname.startsWith('/plan/runs/') && !url.pathname.endsWith(id));
  const again = page.url().split('/').at(-1)!;
  await isDone(page, again);
  const plan = await fileOf(page, id, 'plan');
  expect(JSON.parse(plan).routes.length).toBeGreaterThan(5);
  expect(await fileOf(page, again, 'plan')).toBe(plan);

  // The problem is written by a worker, and solved from its file without any database.
  const asked = await callAs(page, '/api/studies', { method: 'POST', body: { kind: 'files', runId: id } });
  const study = (JSON.parse(asked.text) as { id: string }).id;
  await expect
    .poll(
      async () =>
        (JSON.parse((await callAs(page, `/api/studies/${study}`)).text) as { status: string }).status,
      { timeout: 60_000 },
    )
    .toBe('done');
  const folder = mkdtempSync(join(tmpdir(), 'lime-repeat-'));
  try {
    const at = (name: string): string => join(folder, name);
    writeFileSync(at('problem.json'), await fileOf(page, id, 'problem'));
    writeFileSync(at('start.json'), await fileOf(page, id, 'start'));
    execFileSync(
      'node',
      [
        'dist/lime.mjs',
        'solve',
        at('problem.json'),
        '--start',
        at('start.json'),
        '--seed',
        '77',
        '--iterations',
        String(ITERATIONS),
        '--threads',
        '1',
        '--out',
        at('plan.json'),
      ],
      { stdio: 'ignore', env: { ...process.env, DATABASE_URL: '' } },
    );
    expect(JSON.parse(readFileSync(at('plan.json'), 'utf8'))).toEqual(JSON.parse(plan));
    const verdict = execFileSync('node', [
      'dist/lime.mjs',
      'verify',
      at('problem.json'),
      at('plan.json'),
    ]).toString();
    expect(verdict).not.toMatch(/broken rule/i);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
