import { callAs, enterAs, openDay, runIsDone, startRun } from './steps';
import { expect, test } from './test';

const price = async (page: import('@playwright/test').Page): Promise<string> =>
  (await page
    .getByRole('button', { name: /^Price/ })
    .locator('span')
    .nth(1)
    .textContent()) ?? '';

test('run, progress, draft, compare, accept, live plan, sign out', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'quay', '2026-06-09');
  const before = await price(page);
  await startRun(page, 4);
  await expect(page.getByText('Best price')).toBeVisible();
  await expect(page.locator('.apexcharts-canvas')).toBeVisible();
  await runIsDone(page);
  await expect(page.getByRole('heading', { name: 'Draft against the live plan' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Price/ })).toContainText('−');
  await page.getByRole('link', { name: 'Open the draft' }).click();
  await expect(page.getByText('nothing live has changed')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Rules broken/ })).toContainText('0');
  const drafted = await price(page);
  expect(drafted).not.toBe(before);
  await page.getByRole('button', { name: 'Accept as live plan' }).click();
  await expect(page.getByRole('dialog').getByRole('row', { name: /^Travel/ })).toBeVisible();
  await page.getByRole('button', { name: 'Make it the live plan' }).click();
  await expect(page.getByText('is now the live plan')).toBeVisible();
  await expect(page.getByLabel('Plan on screen')).toHaveValue('live');
  await openDay(page, 'quay', '2026-06-09');
  expect(await price(page)).toBe(drafted);
  await page.locator('g[data-visit]').last().click();
  await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText('What happened');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
});

test('a draft made before the live plan moved on is refused with a list, and kept', async ({ page }) => {
  await enterAs(page, 'analyst');
  const drafts: string[] = [];
  for (let i = 0; i < 2; i++) {
    await openDay(page, 'north', '2026-06-10');
    await startRun(page, 2);
    await runIsDone(page);
    await page.getByRole('link', { name: 'Open the draft' }).click();
    await expect(page.getByText('nothing live has changed')).toBeVisible();
    drafts.push(page.url());
  }
  for (const [i, address] of drafts.entries()) {
    await page.goto(address);
    await page.getByRole('button', { name: 'Accept as live plan' }).click();
    if (i === 0) {
      await page.getByRole('button', { name: 'Make it the live plan' }).click();
      await expect(page.getByText('is now the live plan')).toBeVisible();
    } else {
      await expect(page.getByRole('region', { name: 'Moved meanwhile' })).toContainText(/W-\d+/);
      await expect(page.getByRole('button', { name: 'Make it the live plan' })).toBeDisabled();
    }
  }
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Throw away' }).click();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('was thrown away')).toBeVisible();
});

test('stopping keeps the best; the same extent twice is refused with a link', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'sallow', '2026-06-11');
  const id = await startRun(page, 120);
  await expect(page.getByRole('heading', { name: 'Run is searching' })).toBeVisible({ timeout: 20_000 });
  await openDay(page, 'sallow', '2026-06-11');
  await page.getByRole('button', { name: 'Optimize' }).click();
  await page.getByRole('button', { name: 'Start the run' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'A run for the same territories and days is under way',
  );
  await page.getByRole('link', { name: 'Open that run' }).click();
  await page.waitForURL(new RegExp(id));
  await page.getByRole('button', { name: 'Stop and keep the best' }).click();
  await runIsDone(page);
  await expect(page.getByText('Stopped early')).toBeVisible();
  const run = JSON.parse((await callAs(page, `/api/runs/${id}`)).text) as {
    outcome: { stopReason: string };
    seed: number;
    draftId: string;
  };
  expect(run.outcome.stopReason).toBe('stopped');
  expect(run.draftId).toBeTruthy();
});

test('published visits stay when only loose ends may move', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'heights', '2026-06-10');
  type Plan = {
    people: { id: string; shifts: { route: { stops: { visitId: string; startAt: number }[] } | null }[] }[];
  };
  const placesOf = (text: string): Map<string, string> =>
    new Map(
      (JSON.parse(text) as Plan).people.flatMap((p) =>
        p.shifts.flatMap(
          (s) => s.route?.stops.map((x) => [x.visitId, `${p.id} ${x.startAt}`] as const) ?? [],
        ),
      ),
    );
  const query = 'territories=heights&from=2026-06-10&to=2026-06-10';
  const before = placesOf((await callAs(page, `/api/plan?plan=live&${query}`)).text);
  await page.getByRole('button', { name: 'Optimize' }).click();
  await page.getByLabel(/Only loose ends/).check();
  await page.getByLabel('Seconds to search').fill('2');
  await page.getByRole('button', { name: 'Start the run' }).click();
  await page.waitForURL(/\/plan\/runs\//);
  await runIsDone(page);
  const id = page.url().split('/').at(-1);
  const after = placesOf((await callAs(page, `/api/plan?plan=draft-${id}&${query}`)).text);
  expect(before.size).toBeGreaterThan(2);
  for (const [visit, place] of before) expect(after.get(visit)).toBe(place);
});
