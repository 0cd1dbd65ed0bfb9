import { callAs, enterAs, enterByDoor, openDay, runIsDone, startRun } from './steps';
import { expect, test } from './test';

const EXTENT = { firstDate: '2026-06-12', lastDate: '2026-06-12' };

test('bad input in the composer is marked, and nothing is sent', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'farside', '2026-06-12');
  await page.getByRole('button', { name: 'Optimize' }).click();
  const dialog = page.getByRole('dialog');
  const start = dialog.getByRole('button', { name: 'Start the run' });
  await dialog.getByLabel('Seconds to search').fill('0');
  await expect(dialog.getByText('at least 1 second')).toBeVisible();
  await expect(start).toBeDisabled();
  await dialog.getByLabel('Seconds to search').fill('99999');
  await expect(dialog.getByText('at most 3,600 seconds')).toBeVisible();
  await dialog.getByLabel('Seconds to search').fill('5');
  await dialog.getByLabel('Farside').uncheck();
  await expect(dialog.getByText('choose at least one territory')).toBeVisible();
  await expect(start).toBeDisabled();
  await dialog.getByLabel('Farside').check();
  await expect(start).toBeEnabled();
});

test('the server refuses what the composer would not send', async ({ page }) => {
  await enterAs(page, 'analyst');
  const good = {
    extent: { territoryIds: ['farside'], ...EXTENT },
    playbookVersionIds: ['everyday-1'],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds: 2 },
  };
  const wrong = [
    { ...good, budget: { kind: 'seconds', seconds: -1 } },
    { ...good, mayMove: 'nothing' },
    { ...good, extent: { ...good.extent, lastDate: '2026-06-01' } },
    { ...good, extent: { ...good.extent, firstDate: 'soon' } },
    { ...good, extent: { ...good.extent, territoryIds: [] } },
    { ...good, extra: 1 },
    'text',
  ];
  for (const body of wrong)
    expect((await callAs(page, '/api/runs', { method: 'POST', body })).status).toBe(422);
  expect(
    (await callAs(page, '/api/runs', { method: 'POST', body: { ...good, playbookVersionIds: ['none'] } }))
      .status,
  ).toBe(404);
  const sunday = { ...good, extent: { ...good.extent, firstDate: '2026-06-14', lastDate: '2026-06-14' } };
  expect(JSON.parse((await callAs(page, '/api/runs', { method: 'POST', body: sunday })).text)).toMatchObject({
    code: 'invalid',
  });
});

test('a user of one territory gets nothing of another, by page, action or API', async ({ page, browser }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'quay', '2026-06-12');
  const runId = await startRun(page, 2);
  await runIsDone(page);
  const draftId = `draft-${runId}`;

  const other = await browser.newPage();
  await enterAs(other, 'west');
  const foreign = [
    ['/api/plan?plan=live&territories=quay&from=2026-06-09&to=2026-06-09'],
    ['/api/plan?plan=live&territories=westisle,quay&from=2026-06-09&to=2026-06-09'],
    [`/api/plan?plan=${draftId}&territories=westisle&from=2026-06-12&to=2026-06-12`],
    ['/api/legs?plan=live&territories=quay&from=2026-06-09&to=2026-06-09'],
    [`/api/runs/${runId}`],
    [`/api/runs/${runId}/stop`, 'POST'],
    [`/api/drafts/${draftId}/compare`],
    [`/api/drafts/${draftId}/accept`, 'POST'],
    [`/api/drafts/${draftId}`, 'DELETE'],
    [
      '/api/runs',
      'POST',
      {
        extent: { territoryIds: ['quay'], ...EXTENT },
        playbookVersionIds: ['everyday-1'],
        mayMove: 'all',
        budget: { kind: 'seconds', seconds: 2 },
      },
    ],
  ] as const;
  for (const [path, method = 'GET', body = method === 'GET' ? undefined : {}] of foreign) {
    const got = await callAs(other, path, { method, body });
    expect(got.status, path).toBe(404);
    expect(JSON.parse(got.text), path).toEqual({ code: 'not-found', facts: {} });
  }
  expect(JSON.parse((await callAs(other, '/api/drafts')).text)).toEqual([]);
  expect(JSON.parse((await callAs(other, '/api/runs')).text)).toEqual([]);
  await other.goto(`/plan/runs/${runId}`);
  await expect(other.getByText('There is nothing here that you may see')).toBeVisible();
  await other.goto('/plan?territories=quay&from=2026-06-09');
  await expect(other.getByText('There is nothing here that you may see')).toBeVisible();
  const own = (await callAs(other, '/api/plan?plan=live&territories=westisle&from=2026-06-09&to=2026-06-09'))
    .text;
  const view = JSON.parse(own) as { visits: { id: string; territoryId: string }[] };
  expect(view.visits.length).toBeGreaterThan(0);
  expect(new Set(view.visits.map((v) => v.territoryId))).toEqual(new Set(['westisle']));

  const quay = JSON.parse(
    (await callAs(page, '/api/plan?plan=live&territories=quay&from=2026-06-09&to=2026-06-09')).text,
  ) as typeof view;
  const asked = 'plan=live&territories=westisle&from=2026-06-09&to=2026-06-09';
  for (const path of [
    `/api/plan/visits/${quay.visits[0]?.id}?${asked}`,
    '/api/plan/people/tech-12?territories=quay&from=2026-06-09&to=2026-06-09',
    '/api/objects/technicians/tech-12',
    `/api/objects/visits/${quay.visits[0]?.id}`,
  ])
    expect((await callAs(other, path)).status, path).toBe(404);
  await other.close();
});

test('a manager reads, and starts and accepts nothing', async ({ page }) => {
  await enterByDoor(page, 'manager');
  await expect(page.getByRole('button', { name: 'Optimize' })).toHaveCount(0);
  const body = {
    extent: { territoryIds: ['quay'], ...EXTENT },
    playbookVersionIds: ['everyday-1'],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds: 2 },
  };
  expect((await callAs(page, '/api/runs', { method: 'POST', body })).status).toBe(404);
  const drafts = JSON.parse((await callAs(page, '/api/drafts')).text) as { id: string }[];
  expect(drafts.length).toBeGreaterThan(0);
  expect(
    (await callAs(page, `/api/drafts/${drafts[0]?.id}/accept`, { method: 'POST', body: {} })).status,
  ).toBe(404);
});
