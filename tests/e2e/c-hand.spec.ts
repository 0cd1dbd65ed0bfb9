import { card, carry, centreOf, looseCount, openDay, told, weighed } from './hand-steps';
import { enterAs } from './steps';
import { expect, test } from './test';

test('a loose end is carried from the band to the place that is lit, and taken back after a reload', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const before = await looseCount(page);
  const band = page.locator('[aria-label^="Loose ends with"] [data-visit]');
  // The first of them that some cord has a place for.
  let placed = false;
  for (let i = 0; i < (await band.count()) && !placed; i++) {
    await carry(page, await centreOf(band.nth(i)), { x: 420, y: 480 });
    await page.mouse.move(440, 470, { steps: 2 });
    await expect(card(page)).toBeVisible();
    await weighed(page);
    const better = card(page).getByText(/^Better: /);
    if (await better.isVisible()) {
      const words = (await better.textContent())!;
      const [, name, time] = /Better: (.+?) (\d\d:\d\d)/.exec(words)!;
      await page.keyboard.press('Escape');
      await page.mouse.up();
      if (name!.includes(' and ')) continue;
      await band.nth(i).click();
      await page.getByRole('button', { name: 'Place it' }).first().click();
      await expect(told(page, /^Placed W-/)).toBeVisible();
      expect(time).toMatch(/\d\d:\d\d/);
      placed = true;
    } else {
      await page.keyboard.press('Escape');
      await page.mouse.up();
    }
  }
  expect(placed).toBe(true);
  await expect.poll(() => looseCount(page)).toBe(before - 1);
  await page.reload();
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(() => looseCount(page)).toBe(before);
});

test('a visit is moved by keyboard, stretched and taken off, each with its price, and all of it undone', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').first();
  const id = await knot.getAttribute('data-visit');
  const here = page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`);
  await here.click();
  const price = await page.getByRole('button', { name: /^Price, EUR/ }).textContent();
  await page.getByRole('application').focus();
  await page.keyboard.press('m');
  await page.keyboard.press('ArrowRight');
  await expect(card(page)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(card(page)).toHaveCount(0);

  await page.keyboard.press('s');
  await page.keyboard.press('ArrowRight');
  await expect(card(page)).toBeVisible();
  await weighed(page);
  await page.keyboard.press('Enter');
  await expect(told(page, /^Changed the time of W-/)).toBeVisible();
  await page.getByRole('application').focus();
  await page.keyboard.press('u');
  await expect(told(page, /^Took off W-/)).toBeVisible();
  await expect(here).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: Took off/ }).click();
  await expect(here).toHaveCount(1);
  await page.getByRole('button', { name: /^Undo: Changed the time/ }).click();
  await expect(page.getByRole('button', { name: /^Price, EUR/ })).toHaveText(price!);
});

test('what breaks a rule is not put down, unless on purpose with a reason, and then it is counted', async ({
  page,
  browser,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const other = await (await browser.newContext()).newPage();
  await enterAs(other, 'analyst');
  await openDay(other);
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').first();
  const id = await knot.getAttribute('data-visit');
  const name = await knot.getAttribute('aria-label');
  const from = await centreOf(knot);
  const rules = page.getByRole('button', { name: /^Rules broken/ });
  await expect(rules).toContainText('0');
  // To the very end of the day on the same cord: later than anybody works.
  const band = (await page.getByRole('application').boundingBox())!;
  const end = { x: band.x + band.width - 30, y: from.y };
  await carry(page, from, end);
  await expect(card(page).getByText('Not allowed.')).toBeVisible();
  await page.mouse.up();
  await expect(told(page, /breaks a rule/)).toBeVisible();
  await expect(page.locator(`[data-visit="${id}"]`).first()).toHaveAttribute('aria-label', name!);

  await carry(page, from, end);
  await expect(card(page).getByText('Not allowed.')).toBeVisible();
  await page.keyboard.down('Alt');
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await page.getByLabel('Reason').fill('The customer is only there at night');
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(told(page, /^Moved W-/)).toBeVisible();
  await expect(rules).not.toContainText(/^Rules broken0$/);
  // Whoever else looks sees it as it happens.
  await expect(other.getByRole('button', { name: /^Rules broken/ })).not.toContainText(/^Rules broken0$/);
  await page.getByRole('button', { name: /^Undo: Moved W-/ }).click();
  await expect(rules).toContainText('0');
  await expect(other.getByRole('button', { name: /^Rules broken/ })).toContainText('0');
  await other.context().close();
});

test('over several days a loose end goes out of the table onto a day, to its best place there', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/plan?territories=north,quay,sallow&from=2026-06-11&to=2026-06-13');
  await page.getByRole('button', { name: 'Open as a table' }).click();
  const table = page.getByRole('region', { name: 'Loose ends as a table' });
  const rows = table.locator('tr[data-visit]');
  await expect(rows.first()).toBeVisible();
  const before = await rows.count();
  const cells = page.locator('[data-cell][data-held="yes"]');
  let placed = false;
  for (let i = 0; i < before && !placed; i++) {
    await rows.nth(i).scrollIntoViewIfNeeded();
    const box = (await rows.nth(i).boundingBox())!;
    await page.mouse.move(box.x + 600, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 590, box.y - 12, { steps: 3 });
    await page.mouse.move(640, 320, { steps: 6 });
    await expect(page.locator('[data-cell][data-held]').first()).toBeVisible();
    // One that is in sight, and not under the head or the table.
    const boxes = await Promise.all((await cells.all()).map((c) => c.boundingBox()));
    const cell = boxes.find((b) => b !== null && b.y > 235 && b.y < 400);
    if (cell) {
      await page.mouse.move(cell.x + 20, cell.y + 20, { steps: 6 });
      await expect(card(page)).toBeVisible();
      await expect(card(page).getByText('Not allowed.')).toHaveCount(0);
      await page.mouse.up();
      await expect(told(page, /^Placed W-/)).toBeVisible();
      placed = true;
    } else {
      await page.keyboard.press('Escape');
      await page.mouse.up();
    }
  }
  expect(placed).toBe(true);
  await expect(rows).toHaveCount(before - 1);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect(rows).toHaveCount(before);
});

test('a small run out of what is on screen stands beside the plan, and is left or taken and undone', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page, 'territories=sallow&from=2026-06-12');
  const price = page.getByRole('button', { name: /^Price, EUR/ });
  const before = await price.textContent();
  await page.getByRole('button', { name: 'More from here' }).click();
  await page.getByRole('menuitem', { name: 'What is on screen' }).click();
  await page.getByRole('button', { name: 'Take it' }).click({ timeout: 60_000 });
  await expect(told(page, /is the live plan now/)).toBeVisible();
  await expect(price).not.toHaveText(before!);
  await page.getByRole('button', { name: /changes? by you/ }).click();
  const changes = page.getByRole('dialog');
  await expect(changes.getByText(/^Accepted Draft/).first()).toBeVisible();
  await changes.getByRole('button', { name: 'Undo' }).first().click();
  await expect(changes.getByText(/undone/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(price).toHaveText(before!);
});
