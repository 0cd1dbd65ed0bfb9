import { card, looseCount, NOT_ALLOWED, openDay, QUERY, takeUp, told, until, weighed } from './hand-steps';
import { onScreen, viewOf } from './map-steps';
import { callAs, enterAs } from './steps';
import { expect, type Locator, type Page, test } from './test';

const at = (page: Page, id: string | null): Locator =>
  page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`);

/** Takes up one loose end after the other by its key until one has a place that keeps the rules. */
async function takeUpFitting(page: Page, rows: Locator): Promise<void> {
  const count = await rows.count();
  for (let i = 0; i < count; i++) {
    const row = rows.nth(i);
    await row.focus();
    await page.keyboard.press('m');
    await expect(card(page)).toBeVisible({ timeout: 15_000 });
    await weighed(page);
    if ((await card(page).getByText(NOT_ALLOWED).count()) === 0) return;
    await page.keyboard.press('Escape');
    await expect(card(page)).toHaveCount(0);
  }
  throw new Error('no loose end has a place that keeps the rules');
}

test('out of the table a loose end is taken up by its key, and put at its best place', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  await page.getByRole('button', { name: 'Open as a table' }).click();
  const rows = page.getByRole('region', { name: 'Loose ends as a table' }).locator('tr[data-visit]');
  await expect(rows.first()).toBeVisible();
  const before = await rows.count();
  await takeUpFitting(page, rows.getByRole('button'));
  await page.keyboard.press('Enter');
  await expect(told(page, /^Placed W-/)).toBeVisible();
  await expect(rows).toHaveCount(before - 1);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect(rows).toHaveCount(before);
});

test('over days a loose end is led by keys from day to day and person to person', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDays(page);
  const before = await looseCount(page);
  await takeUpFitting(page, page.locator('button[data-visit][aria-label^="Loose end"]'));
  const said = await card(page).getByRole('heading').textContent();
  await until(page, 'ArrowDown', true);
  await expect(card(page).getByRole('heading')).not.toHaveText(said!);
  await page.keyboard.press('b');
  await weighed(page);
  await page.keyboard.press('ArrowRight');
  await weighed(page);
  await page.keyboard.press('b');
  await weighed(page);
  await page.keyboard.press('Enter');
  await expect(told(page, /^Placed W-/)).toBeVisible();
  await expect.poll(() => looseCount(page)).toBe(before - 1);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(() => looseCount(page)).toBe(before);
});

async function openDays(page: Page): Promise<void> {
  await page.goto(`/plan?${QUERY}&to=2026-06-13`);
  await expect(page.locator('[data-cell]').first()).toBeVisible();
}

test('on the map a loose end is led by keys from the best person to the next, and put there', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  const view = JSON.parse((await callAs(page, `/api/plan?plan=live&${QUERY}&to=2026-06-11`)).text) as {
    looseIds: string[];
  };
  let placed = false;
  for (const id of view.looseIds.slice(0, 10)) {
    await page.goto(`/plan?${QUERY}&layout=map&selected=visit:${id}`);
    await expect(page.locator('.leaflet-marker-icon[class*="depot"]').first()).toBeVisible();
    await page.locator('.leaflet-container').focus();
    await page.keyboard.press('m');
    await page.waitForTimeout(1500);
    if ((await card(page).count()) === 0) continue;
    await weighed(page);
    const said = await card(page).getByRole('heading').textContent();
    await page.keyboard.press('ArrowDown');
    await weighed(page);
    if ((await card(page).getByRole('heading').textContent()) === said) continue;
    await expect(card(page).getByText(NOT_ALLOWED)).toHaveCount(0);
    await page.keyboard.press('Enter');
    await expect(told(page, /^Placed W-/)).toBeVisible();
    placed = true;
    break;
  }
  expect(placed).toBe(true);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect(told(page, /^Undone/)).toBeVisible();
});

/** Whether what is held breaks a rule where it is; how a plan has come to lie decides that. */
const isForbidden = async (page: Page): Promise<boolean> =>
  (await card(page).getByText(NOT_ALLOWED).count()) > 0;

test('two marked visits go onto another cord as one move, and back with one undo', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const own = page
    .locator('[aria-label^="Day of"]:not([aria-label*="Crew"])')
    .filter({ has: page.locator('[data-visit] >> nth=2') })
    .first()
    .locator('[data-visit]');
  const ids = [await own.nth(0).getAttribute('data-visit'), await own.nth(1).getAttribute('data-visit')];
  const said = [
    await at(page, ids[0]!).getAttribute('aria-label'),
    await at(page, ids[1]!).getAttribute('aria-label'),
  ];
  await at(page, ids[0]!).click();
  await at(page, ids[1]!).click({ modifiers: ['Shift'] });
  await page.getByRole('application').focus();
  await page.keyboard.press('m');
  await expect(card(page)).toContainText('2 visits');
  await weighed(page);
  await page.keyboard.press('ArrowDown');
  await weighed(page);
  if (await isForbidden(page)) {
    await page.keyboard.press('Alt+Enter');
    await page.getByLabel('Reason').fill('Both go with the van that is there');
    await page.keyboard.press('Enter');
  } else await page.keyboard.press('Enter');
  await expect(told(page, /^Moved W-.*, W-/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Moved / }).click();
  await expect(told(page, /^Undone/)).toBeVisible();
  await page.getByRole('application').evaluate((all) => all.scrollTo(0, 0));
  for (const [i, id] of ids.entries()) await expect(at(page, id)).toHaveAttribute('aria-label', said[i]!);
});

test('of two who move the same visit the later is told, and what the first did stands', async ({
  page,
  browser,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const other = await (await browser.newContext()).newPage();
  await enterAs(other, 'analyst');
  await openDay(other);
  const id = await page.locator('[aria-label^="Day of"] [data-visit]').first().getAttribute('data-visit');
  // The second has it in the hand, and hears of nothing, while the first moves it.
  await at(other, id).click();
  await takeUp(other);
  await until(other, 'ArrowRight', true);
  await other.context().setOffline(true);
  await at(page, id).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('u');
  await expect(told(page, /^Took off W-/)).toBeVisible();
  await other.context().setOffline(false);
  await other.keyboard.press('Enter');
  await expect(told(other, /Not done|somebody|meanwhile/i)).toBeVisible();
  await expect(at(other, id)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: Took off W-/ }).click();
  await expect(at(page, id)).toHaveCount(1);
  await expect(at(other, id)).toHaveCount(1);
  await other.context().close();
});

test('a loose end is changed where it stands in the table: duration, priority, window', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  await page.getByRole('button', { name: 'Open as a table' }).click();
  const table = page.getByRole('region', { name: 'Loose ends as a table' });
  const row = table.locator('tr[data-visit]').first();
  const said = await row.textContent();
  await row.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByLabel('Takes, minutes').fill('95');
  await page.getByLabel('Priority', { exact: true }).selectOption('1');
  await page.getByRole('button', { name: 'Change 1', exact: true }).click();
  await expect(table.locator('tr[data-visit]').filter({ hasText: '1 h 35' }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Changed/ }).click();
  await expect(table.locator('tr[data-visit]').filter({ hasText: said! })).toHaveCount(1);
});

test('on the map a way is pulled onto a loose end, which goes to its best place there', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto(`/plan?${QUERY}&layout=map`);
  const view = await viewOf(page);
  const ways = JSON.parse((await callAs(page, `/api/legs?plan=live&${QUERY}&to=2026-06-11`)).text) as {
    features: { geometry: { coordinates: [number, number][] } }[];
  };
  await expect(page.locator('.leaflet-marker-icon[class*="depot"]').nth(1)).toBeVisible();
  await page.waitForTimeout(800);
  const place = await onScreen(page, view);
  const spots = view.visits.filter((v) => v.isLocated).map(place);
  const far = (a: { x: number; y: number }, b: { x: number; y: number }): number =>
    Math.hypot(a.x - b.x, a.y - b.y);
  const loose = view.visits.filter((v) => view.looseIds.includes(v.id) && v.isLocated);
  let placed = false;
  for (const { geometry } of ways.features.slice(0, 25)) {
    // A place on the way where nothing else could be meant.
    const grip = geometry.coordinates
      .map(([lon, lat]) => place({ lat, lon }))
      .find((p) => p.x > 20 && p.y > 180 && p.x < 1200 && p.y < 700 && spots.every((s) => far(s, p) > 24));
    if (!grip || placed) continue;
    await page.mouse.move(grip.x, grip.y);
    await page.mouse.down();
    await page.mouse.move(grip.x + 9, grip.y + 9, { steps: 3 });
    for (const ring of loose.slice(0, 8)) {
      const to = place(ring);
      await page.mouse.move(to.x, to.y, { steps: 3 });
      await page.waitForTimeout(500);
      if ((await card(page).count()) === 0) continue;
      await weighed(page);
      const isAgainst = await isForbidden(page);
      if (isAgainst) await page.keyboard.down('Alt');
      await page.mouse.up();
      await page.keyboard.up('Alt');
      if (isAgainst) {
        await page.getByLabel('Reason').fill('It lies on the way');
        await page.getByRole('button', { name: 'Put it there' }).click();
      }
      await expect(told(page, /^Placed W-/)).toBeVisible();
      placed = true;
      break;
    }
    if (placed) break;
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await expect(card(page)).toHaveCount(0);
  }
  expect(placed).toBe(true);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(async () => (await viewOf(page)).looseIds.length).toBe(view.looseIds.length);
});
