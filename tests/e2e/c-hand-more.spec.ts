import { card, carry, centreOf, looseCount, openDay, QUERY, told } from './hand-steps';
import { onScreen, viewOf } from './map-steps';
import { enterAs } from './steps';
import { expect, test } from './test';

test('on the map a loose end is carried onto somebody, at their best place for it', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto(`/plan?${QUERY}&layout=map`);
  const view = await viewOf(page);
  expect(view.depots.length).toBeGreaterThan(1);
  await expect(page.locator('.leaflet-marker-icon[class*="depot"]').nth(1)).toBeVisible();
  await page.waitForTimeout(800);
  const place = await onScreen(page, view);
  const byId = new Map(view.visits.map((v) => [v.id, v]));
  const targets = view.people.flatMap((p) => {
    const stop = p.shifts.flatMap((s) => s.route?.stops ?? []).find((s) => byId.has(s.visitId));
    return stop ? [byId.get(stop.visitId)!] : [];
  });
  let placed = false;
  for (const id of view.looseIds.slice(0, 20)) {
    const loose = byId.get(id);
    if (!loose?.isLocated || (loose.people ?? 1) > 1 || placed) continue;
    const from = place(loose);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 9, from.y + 9, { steps: 3 });
    for (const target of targets.slice(0, 14)) {
      const to = place(target);
      if (Math.hypot(to.x - from.x, to.y - from.y) < 40) continue;
      await page.mouse.move(to.x, to.y, { steps: 3 });
      await expect(card(page)).toBeVisible();
      if (await card(page).getByText('Not allowed.').isVisible()) continue;
      await page.mouse.up();
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
  expect((await viewOf(page)).looseIds).toHaveLength(view.looseIds.length - 1);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(async () => (await viewOf(page)).looseIds.length).toBe(view.looseIds.length);
});

test('a day tangled on purpose is untangled in one of the ways shown, with its price, and undone', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const rules = page.getByRole('button', { name: /^Rules broken/ });
  await expect(rules).toContainText('0');
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').first();
  const from = await centreOf(knot);
  const band = (await page.getByRole('application').boundingBox())!;
  await carry(page, from, { x: band.x + band.width - 30, y: from.y });
  await expect(card(page).getByText('Not allowed.')).toBeVisible();
  await page.keyboard.down('Alt');
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await page.getByLabel('Reason').fill('Only there at night');
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(rules).not.toContainText(/^Rules broken0$/);
  await page.locator('[data-person]').first().click();
  const untangle = page.getByRole('region', { name: 'Untangle' });
  await expect(untangle.getByRole('button', { name: 'Do that' }).first()).toBeVisible({ timeout: 20_000 });
  await expect(untangle.getByText('all in order').first()).toBeVisible();
  await untangle.getByRole('button', { name: 'Do that' }).first().click();
  await expect(told(page, /^Untangled (W-|\d+ visits)/)).toBeVisible();
  await expect(rules).toContainText(/^Rules broken0$/);
  await page.getByRole('button', { name: /^Undo: Untangled/ }).click();
  await expect(rules).not.toContainText(/^Rules broken0$/);
  await page.getByRole('button', { name: /^Undo: Moved W-/ }).click();
  await expect(rules).toContainText(/^Rules broken0$/);
});

test('a visit is doubled and cancelled by keyboard, stays seen, and comes back', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const before = await looseCount(page);
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').nth(2);
  const id = await knot.getAttribute('data-visit');
  await knot.click();
  await page.getByRole('application').focus();
  await page.keyboard.press('d');
  await expect(told(page, /^Duplicated/)).toBeVisible();
  await expect.poll(() => looseCount(page)).toBe(before + 1);
  await page.getByRole('application').focus();
  await page.keyboard.press('x');
  await expect(told(page, /^Cancelled W-/)).toBeVisible();
  await expect(page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`)).toHaveCount(0);
  const ghost = page.getByRole('button', { name: /^Cancelled: / });
  await expect(ghost).toHaveCount(1);
  await ghost.click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(ghost).toHaveCount(0);
  await expect.poll(() => looseCount(page)).toBe(before + 2);
  await page.getByRole('button', { name: /^Undo: Brought back/ }).click();
  await page.getByRole('button', { name: /^Undo: Cancelled W-/ }).click();
  await expect(page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`)).toHaveCount(1);
  await page.getByRole('button', { name: /^Undo: Duplicated/ }).click();
  await expect.poll(() => looseCount(page)).toBe(before);
});

test('several loose ends are chosen in the table and placed at once; a key lists the best places of one', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const before = await looseCount(page);
  await page.getByRole('button', { name: 'Open as a table' }).click();
  await page.getByLabel('Choose all').check();
  const place = page.getByRole('button', { name: /^Place (these|\d+ of them): / });
  await expect(place).toBeVisible({ timeout: 30_000 });
  await place.click();
  await expect(told(page, /^Placed (W-|\d+ visits)/)).toBeVisible();
  const after = await looseCount(page);
  expect(after).toBeLessThan(before);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(() => looseCount(page)).toBe(before);

  await page.locator('[aria-label^="Day of"] [data-visit]').first().click();
  await page.getByRole('application').focus();
  await page.keyboard.press('f');
  await expect(page.locator('#best-fits li button').first()).toBeFocused({ timeout: 20_000 });
});

test('whoever may not place against a rule is told so, and nothing is changed', async ({ page }) => {
  await enterAs(page, 'west');
  await openDay(page, 'territories=westisle&from=2026-06-11');
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').first();
  const from = await centreOf(knot);
  const band = (await page.getByRole('application').boundingBox())!;
  await carry(page, from, { x: band.x + band.width - 30, y: from.y });
  await expect(card(page).getByText('Not allowed.')).toBeVisible();
  await expect(card(page).getByText('Hold Alt')).toHaveCount(0);
  await page.keyboard.down('Alt');
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect(told(page, /you may not place against one/)).toBeVisible();
});

test('an empty stretch of a cord takes a visit that did not exist yet', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'territories=quay&from=2026-06-11');
  await page.locator('[data-person]').nth(1).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('A loose end')).toBeVisible();
  await dialog.getByText('A new visit').click();
  await dialog.getByRole('combobox', { name: 'Site' }).click();
  await page.getByRole('listbox', { name: 'Site' }).getByRole('option').first().click();
  await dialog.getByRole('combobox', { name: 'Job kind' }).click();
  await page.getByRole('option', { name: /Firmware/ }).click();
  await dialog.getByRole('button', { name: 'Make it and put it here' }).click();
  await expect(told(page, /^Made\./)).toBeVisible();
  // It is put there, or, where a rule is in the way, a reason is asked for; either way it exists.
  await expect(told(page, /^Placed W-/).or(page.getByLabel('Reason'))).toBeVisible();
});
