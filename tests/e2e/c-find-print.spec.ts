import { expectAccessible } from './accessible';
import { enterAs } from './steps';
import { expect, test } from './test';

test('a visit is found by its number and opens on its day; a command opens its page', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/plan?territories=quay&from=2026-06-11');
  const knot = page.locator('[aria-label^="Day of"] [data-visit]').first();
  await knot.click();
  const lens = page.getByRole('complementary', { name: 'Lens' });
  const label = /W-[\d.]+/.exec((await lens.textContent())!)![0];
  await page.keyboard.press('Escape');
  await page.goto('/playbooks');
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).fill(label);
  await expect(
    page.getByRole('option', { name: new RegExp(label.replace('.', '\\.')) }).first(),
  ).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/plan\?.*selected=visit/);
  await expect(lens).toContainText(label);
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).fill('timetable');
  await expect(page.getByRole('option', { name: /Drafts and runs/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/plan\/drafts/);
});

test('a day goes on paper, a sheet for each person, and a team on one page', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/plan?territories=quay&from=2026-06-11');
  await page.getByRole('button', { name: 'More from here' }).click();
  await page.getByRole('menuitem', { name: /^Print day sheets/ }).click();
  const sheets = page.getByRole('region', { name: /Thu 11/ });
  await expect(sheets.first()).toBeVisible();
  await expectAccessible(page, 'sheets');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Sections' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out CSV' }).click();
  expect((await file).suggestedFilename()).toBe('plan.csv');
  await page.getByText('All on one page').click();
  await expect(page.getByRole('region', { name: 'All days on one page' })).toBeVisible();
});
