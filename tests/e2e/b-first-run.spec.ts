import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { expectAccessible } from './accessible';
import { callAs } from './steps';
import { expect, type Page, test } from './test';

/**
 * A company of its own, empty as `bin/start` leaves it: another database beside the demo's, with a web server and a
 * worker that this test starts and ends.
 */
const url = process.env.LIME_EMPTY_URL;
const ownerUrl = process.env.LIME_EMPTY_OWNER_URL ?? url;

async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

const programs: ChildProcess[] = [];
let base = '';
let entry = '';

test.beforeAll(async () => {
  if (!url) throw new Error('LIME_EMPTY_URL: this test needs the empty database that bin/test makes');
  const port = await freePort();
  const { LIME_DEMO: _demo, ...rest } = process.env;
  const env = {
    ...rest,
    DATABASE_URL: url,
    DATABASE_OWNER_URL: ownerUrl,
    LIME_PORT: String(port),
    LIME_NOW: '2026-06-09T08:40:00Z',
  } as NodeJS.ProcessEnv;
  const run = (...words: string[]): string =>
    execFileSync('node', ['dist/database.mjs', ...words], { env, encoding: 'utf8' }).trim();
  run('migrate');
  entry = run('start', 'first@small.example', 'First of Small');
  for (const program of ['web', 'worker'])
    programs.push(spawn('node', [`dist/${program}.mjs`], { env, stdio: 'ignore' }));
  base = `http://127.0.0.1:${port}`;
  await expect
    .poll(
      async () =>
        fetch(`${base}/readyz`).then(
          (r) => r.status,
          () => 0,
        ),
      { timeout: 30_000 },
    )
    .toBe(200);
});

test.afterAll(() => {
  for (const program of programs) program.kill('SIGTERM');
});

async function word(page: Page, label: RegExp, box: string, text: string): Promise<void> {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('textbox', { name: box }).fill(text);
  await page.keyboard.press('Enter');
}
async function chosen(page: Page, label: RegExp, box: string, option: string): Promise<void> {
  await page.getByRole('button', { name: label }).first().click();
  await page.getByRole('combobox', { name: box }).fill(option);
  await page.getByRole('option', { name: option }).first().click();
}
async function save(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('is saved').last()).toBeVisible();
  await expect(page).not.toHaveURL(/\/new$/);
}
async function named(page: Page, path: string, name: string): Promise<void> {
  await page.goto(`${base}/set-up/${path}/new`);
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
}
async function draw(
  page: Page,
  name: string,
  corners: readonly (readonly [number, number])[],
): Promise<void> {
  const box = (await page.locator('.leaflet-container').boundingBox())!;
  await page.getByRole('button', { name: 'Draw a territory' }).click();
  for (const [x, y] of [...corners, corners[0]!]) {
    await page.mouse.click(box.x + x, box.y + y);
    await page.waitForTimeout(150);
  }
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved').first()).toBeVisible();
}
async function bringIn(page: Page, target: string, text: string, made: number): Promise<void> {
  await page.goto(`${base}/set-up/data?object=${target}`);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: `${target}.csv`, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Look at what it would do' }).click();
  await page.getByRole('button', { name: 'Bring it in' }).click({ timeout: 30_000 });
  await expect(page.getByText(`${made} made, 0 changed`)).toBeVisible({ timeout: 30_000 });
}

const PEOPLE = [
  'Name;Area;Hours;Latitude;Longitude;Skills',
  'Ama Brook;East;Days;34,60;-20,80;Wiring:3; ',
  'Bo Carrow;East;Days;34,62;-20,82;Wiring:4',
  'Cam Dunmore;East;Days;34,58;-20,78;Wiring:3',
  'Dree Ellory;West;Days;34,60;-20,98;Wiring:2',
  'Evan Fellow;West;Days;34,62;-21,00;Wiring:5',
  'Fay Garrick;West;Days;34,58;-20,96;Wiring:3',
]
  .map((line) => line.replace(/; $/, ''))
  .join('\n');
const WORK = [
  'Order,Summary,Type,Customer,Latitude,Longitude',
  ...Array.from({ length: 60 }, (_, i) => {
    const lon = i % 2 === 0 ? -20.8 : -20.98;
    const at = (step: number): string => (((i * step) % 30) / 1000).toFixed(3);
    return `${7000 + i},Job ${i},${i % 3 === 0 ? 'Fit' : 'Mend'},Site ${i},${(34.59 + Number(at(7))).toFixed(4)},${(lon + Number(at(11)) - 0.015).toFixed(4)}`;
  }),
].join('\n');

test('an empty company gets its first plan through the interface alone', async ({ browser }) => {
  test.setTimeout(240_000);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(`${base}${entry}`);
  await page.getByLabel('New password').fill('long enough');
  await page.getByLabel('The same again').fill('long enough');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByText('Draw the first territory on the map')).toBeVisible({ timeout: 30_000 });

  await page.goto(`${base}/set-up/company/company`);
  await chosen(page, /^Home zone/, 'Home zone', 'Atlantic/Madeira');
  await save(page);

  await page.goto(`${base}/set-up/map`);
  await page.getByLabel('Go to latitude, longitude').fill('34.6, -20.89');
  await page.keyboard.press('Enter');
  await page.waitForTimeout(1200);
  await draw(page, 'West', [
    [100, 100],
    [480, 100],
    [480, 600],
    [100, 600],
  ]);
  await draw(page, 'East', [
    [500, 100],
    [900, 100],
    [900, 600],
    [500, 600],
  ]);

  await named(page, 'week-patterns', 'Days');
  await save(page);
  await named(page, 'depots', 'East yard');
  await word(page, /^Place/, 'Latitude', '34.6');
  await word(page, /^Place/, 'Longitude', '-20.8');
  await chosen(page, /^Territory: choose/, 'Territory', 'East');
  await save(page);
  await named(page, 'skills', 'Wiring');
  await save(page);
  for (const kind of ['Mend', 'Fit']) {
    await named(page, 'job-kinds', kind);
    await page.getByRole('button', { name: 'add a skill' }).click();
    await chosen(page, /^Skill: choose/, 'Skill', 'Wiring');
    await save(page);
  }
  await bringIn(page, 'technicians', PEOPLE, 6);
  await named(page, 'crews', 'Crew Alder');
  await chosen(page, /^Leader: choose/, 'Leader', 'Ama Brook');
  await page.getByRole('button', { name: /^Members/ }).click();
  await page.getByRole('combobox', { name: 'Members' }).fill('Bo');
  await page.getByRole('option', { name: 'Bo Carrow' }).click();
  await page.keyboard.press('Escape');
  await chosen(page, /^Territory: choose/, 'Territory', 'East');
  await save(page);
  await named(page, 'offers', 'Two hours');
  await save(page);
  await page.goto(`${base}/playbooks`);
  await page.getByRole('link', { name: 'Promises first' }).click();
  await expect(page.getByRole('heading', { name: 'Promises first', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'copy', exact: true }).click();
  await page.getByLabel('Name of the copy').fill('Ours');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { name: 'Ours', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'price the live plan by it' }).click();
  await expect(page.getByText('prices the live plan')).toBeVisible();

  await named(page, 'users', 'Second of Small');
  await page.getByLabel('E-mail').fill('second@small.example');
  await save(page);
  await page.getByRole('button', { name: 'Invite' }).click();
  await expect(page.getByText('/enter?token=')).toBeVisible();
  await page.getByRole('link', { name: 'mail', exact: true }).click();
  await expect(page.getByText('to second@small.example')).toBeVisible();
  await expectAccessible(page, '/stand-ins/mail');
  await expect(page.getByRole('link', { name: /\/enter\?token=/ })).toBeVisible();

  // 60 sites, 60 orders and 60 visits.
  await bringIn(page, 'work', WORK, 180);

  await page.goto(`${base}/set-up`);
  await expect(page.getByText(/against the next 14 days, 60 visits/)).toBeVisible();
  const told = await page.locator('tr[data-doubt]').allInnerTexts();
  expect(told.filter((t) => !t.startsWith('–'))).toEqual([]);

  await page.goto(`${base}/plan?from=2026-06-10&to=2026-06-16`);
  await page.getByRole('button', { name: 'Optimize' }).click();
  await expect(page.getByText('Ours').first()).toBeVisible();
  await page.getByLabel('Seconds to search').fill('5');
  await page.getByRole('button', { name: 'Start the run' }).click();
  await expect(page.getByRole('heading', { name: 'Run is done' })).toBeVisible({ timeout: 90_000 });
  await page.getByRole('link', { name: 'Open the draft' }).click();
  await expect(page.getByRole('button', { name: /^Rules broken/ })).toContainText('0');
  await page.getByRole('button', { name: 'Accept as live plan' }).click();
  await page.getByRole('button', { name: 'Make it the live plan' }).click();
  await expect(page.getByText('is now the live plan')).toBeVisible();
  const { rows } = JSON.parse((await callAs(page, '/api/objects/territories')).text) as {
    rows: { id: string }[];
  };
  const ids = rows.map((t) => t.id).join(',');
  const { text } = await callAs(page, `/api/plan?territories=${ids}&from=2026-06-10&to=2026-06-16`);
  const plan = JSON.parse(text) as { looseIds: string[]; violations: unknown[]; visits: unknown[] };
  expect([plan.visits.length, plan.looseIds.length, plan.violations.length]).toEqual([60, 0, 0]);
  await context.close();
});
