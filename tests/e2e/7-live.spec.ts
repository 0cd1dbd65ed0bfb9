import { callAs, enterAs, enterByDoor, openDay } from './steps';
import { expect, test } from './test';

test('walking along the cords asks the server for nothing', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'quay', '2026-06-09');
  await page.waitForLoadState('networkidle').catch(() => undefined);
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  await page.getByRole('application').focus();
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp'])
    await page.keyboard.press(key);
  await expect(page).toHaveURL(/selected=(visit|person)/);
  await page.waitForTimeout(600);
  expect(asked).toEqual([]);
});

test('what somebody else changes comes on screen by itself; undo takes it back everywhere', async ({
  page,
  browser,
}) => {
  await enterByDoor(page, 'analyst');
  const other = await browser.newPage();
  await enterAs(other, 'east');
  await openDay(other, 'sallow', '2026-06-09');
  const site = JSON.parse(
    (await callAs(page, '/api/objects/sites?territoryId=sallow&pageSize=500')).text,
  ) as {
    rows: { id: string; version: number; name: string }[];
  };
  const view = JSON.parse(
    (await callAs(page, '/api/plan?territories=sallow&from=2026-06-09&to=2026-06-09')).text,
  ) as { visits: { id: string; site: string }[] };
  const shown = view.visits.map((v) => v.site);
  const row = site.rows.find((s) => shown.includes(s.name))!;
  const { id, version, archivedAt: _a, ...value } = row as typeof row & { archivedAt: null };
  const saved = await callAs(page, `/api/objects/sites/${id}`, {
    method: 'PUT',
    body: { version, value: { ...value, name: 'Changed by somebody' } },
  });
  expect(saved.status).toBe(200);
  await expect(
    other
      .getByRole('button', { name: /Changed by somebody/ })
      .or(other.getByText('Changed by somebody'))
      .first(),
  ).toBeAttached({ timeout: 10_000 });

  const late = await callAs(page, `/api/objects/sites/${id}`, {
    method: 'PUT',
    body: { version, value: { ...value, name: 'Too late' } },
  });
  expect(late.status).toBe(409);
  expect(JSON.parse(late.text)).toMatchObject({
    facts: { reason: 'stale', changes: [{ by: 'Runa Veldt', fields: ['name'] }] },
  });

  await page.getByRole('button', { name: /^Undo: Changed site/ }).click();
  await expect(page.getByText('Undone: Changed site')).toBeVisible();
  await expect(
    other.getByRole('button', { name: /Changed by somebody/ }).or(other.getByText('Changed by somebody')),
  ).toHaveCount(0, { timeout: 10_000 });
  await page.keyboard.press('Control+Shift+Z');
  await expect(page.getByText('Again: Changed site')).toBeVisible();
  await page.keyboard.press('Control+Z');
  await other.close();
});

test('an accepted draft is undone: the plan is as it was', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'farside', '2026-06-15');
  const query = '/api/plan?territories=farside&from=2026-06-15&to=2026-06-15';
  const before = JSON.parse((await callAs(page, query)).text) as { people: unknown; looseIds: unknown };
  await page.getByRole('button', { name: 'Optimize' }).click();
  await page.getByLabel('Seconds to search').fill('2');
  await page.getByRole('button', { name: 'Start the run' }).click();
  await expect(page.getByRole('heading', { name: 'Run is done' })).toBeVisible({ timeout: 60_000 });
  const id = page.url().split('/').at(-1);
  const accepted = await callAs(page, `/api/drafts/draft-${id}/accept`, { method: 'POST', body: {} });
  expect(accepted.status).toBe(200);
  const { commandId } = JSON.parse(accepted.text) as { commandId: number };
  const moved = JSON.parse((await callAs(page, query)).text) as typeof before;
  expect(moved.people).not.toEqual(before.people);
  expect((await callAs(page, `/api/commands/${commandId}/undo`, { method: 'POST', body: {} })).status).toBe(
    200,
  );
  const after = JSON.parse((await callAs(page, query)).text) as typeof before;
  expect(after.people).toEqual(before.people);
  expect(after.looseIds).toEqual(before.looseIds);
});
