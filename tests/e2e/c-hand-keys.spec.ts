import {
  card,
  carry,
  centreOf,
  looseCount,
  NOT_ALLOWED,
  openDay,
  takeUp,
  told,
  until,
  weighed,
} from './hand-steps';
import { enterAs } from './steps';
import { expect, type Locator, type Page, test } from './test';

const knots = (page: Page): Locator => page.locator('[aria-label^="Day of"] [data-visit]');

test('by keyboard a loose end goes to its best place at once, and a visit to another cord', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const before = await looseCount(page);
  const band = page.locator('[aria-label^="Loose ends with"] [data-visit]');
  let placed = false;
  for (let i = 0; i < (await band.count()) && !placed; i++) {
    await band.nth(i).click();
    await takeUp(page);
    await page.keyboard.press('b');
    await weighed(page);
    if (await card(page).getByText(NOT_ALLOWED).isVisible()) {
      await page.keyboard.press('Escape');
      continue;
    }
    await page.keyboard.press('Enter');
    await expect(told(page, /^Placed W-/)).toBeVisible();
    placed = true;
  }
  expect(placed).toBe(true);
  await expect.poll(() => looseCount(page)).toBe(before - 1);
  await page.getByRole('button', { name: /^Undo: Placed W-/ }).click();
  await expect.poll(() => looseCount(page)).toBe(before);

  const id = await knots(page).first().getAttribute('data-visit');
  const here = page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`);
  const said = await here.getAttribute('aria-label');
  await here.click();
  await takeUp(page);
  await until(page, 'ArrowDown', true);
  await page.keyboard.press('Enter');
  await expect(told(page, /^Moved W-/)).toBeVisible();
  await expect(here).not.toHaveAttribute('aria-label', said!);
  await page.getByRole('button', { name: /^Undo: Moved W-/ }).click();
  // Only rows in sight are drawn.
  await page.getByRole('application').evaluate((rows) => rows.scrollTo(0, 0));
  await expect(here).toHaveAttribute('aria-label', said!);
});

test('by keyboard what breaks a rule stays in the hand, and goes down with Alt and a reason', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  await knots(page).first().click();
  await takeUp(page);
  await until(page, 'Shift+ArrowRight', false);
  await page.keyboard.press('Enter');
  await expect(told(page, /breaks a rule/)).toBeVisible();
  await takeUp(page);
  await until(page, 'Shift+ArrowRight', false);
  await page.keyboard.press('Alt+Enter');
  await page.getByLabel('Reason').fill('Only there at night');
  await page.keyboard.press('Enter');
  await expect(told(page, /^Moved W-/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Rules broken/ })).not.toContainText(/^Rules broken0$/);
  await page.getByRole('button', { name: /^Undo: Moved W-/ }).click();
  await expect(page.getByRole('button', { name: /^Rules broken/ })).toContainText(/^Rules broken0$/);
});

test('two visits marked with Shift go along together, and both come back', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const row = page
    .locator('[aria-label^="Day of"]')
    .filter({ has: page.locator('[data-visit] >> nth=2') })
    .first();
  const [first, second] = [row.locator('[data-visit]').nth(0), row.locator('[data-visit]').nth(1)];
  const ids = [await first.getAttribute('data-visit'), await second.getAttribute('data-visit')];
  const at = (id: string | null): Locator => page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`);
  const said = [await at(ids[0]!).getAttribute('aria-label'), await at(ids[1]!).getAttribute('aria-label')];
  await first.click();
  await second.click({ modifiers: ['Shift'] });
  const from = await centreOf(at(ids[0]!));
  await carry(page, from, { x: from.x + 60, y: from.y });
  await expect(card(page)).toContainText('2 visits');
  // Off the cord, above all of them: that breaks no rule.
  await page.mouse.move(from.x + 60, (await page.getByRole('application').boundingBox())!.y - 40, {
    steps: 6,
  });
  await expect(card(page)).toContainText('off the cord');
  await page.mouse.up();
  await expect(told(page, /^Took off W-.*, W-/)).toBeVisible();
  for (const id of ids) await expect(at(id)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: Took off/ }).click();
  for (const [i, id] of ids.entries()) await expect(at(id)).toHaveAttribute('aria-label', said[i]!);
});

test('work of a crew is refused by one alone, and moves on the cord of the crew', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  // A new post takes three people; other work a crew does beside it.
  const knot = page.locator('[aria-label^="Day of Crew"] [data-visit][aria-label^="New post"]').first();
  await knot.scrollIntoViewIfNeeded();
  const id = await knot.getAttribute('data-visit');
  const said = await knot.getAttribute('aria-label');
  await knot.click();
  await takeUp(page);
  // Neither the cords above, those of its members included, are enough for it.
  await page.keyboard.press('ArrowUp');
  await expect(card(page).getByText(NOT_ALLOWED)).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(card(page)).toContainText('Crew');
  await until(page, 'ArrowRight', true);
  await page.keyboard.press('Enter');
  const moved = told(page, /^Moved W-/);
  await expect(moved).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Moved W-/ }).click();
  await expect(page.locator(`[aria-label^="Day of"] [data-visit="${id}"]`)).toHaveAttribute(
    'aria-label',
    said!,
  );
});
