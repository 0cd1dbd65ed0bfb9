import { expectAccessible } from './accessible';
import { openDay, QUERY } from './hand-steps';
import { enterAs, enterByDoor } from './steps';
import { expect, test } from './test';

test('a desk keeps who is on screen and how, is shared, found by name and changed with a key', async ({
  page,
  browser,
}) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  const all = await page.getByRole('searchbox', { name: /^Search people/ }).getAttribute('placeholder');
  await page.getByRole('button', { name: 'Desk: none' }).click();
  await page.getByRole('menuitem', { name: /^New desk/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Crews of the north');
  await dialog.getByRole('combobox', { name: 'Only' }).click();
  await page.getByRole('option', { name: 'crews' }).click();
  await page.keyboard.press('Escape');
  await dialog.getByText('Everybody').click();
  await dialog.getByRole('button', { name: 'Save as my desk' }).click();
  await expect(page.getByRole('button', { name: 'Desk: Crews of the north' })).toBeVisible();
  await expect(page.locator('[data-person]').first()).toContainText('Crew');
  await expect(page.getByRole('searchbox', { name: /^Search people/ })).not.toHaveAttribute(
    'placeholder',
    all!,
  );
  await page.reload();
  await expect(page.getByRole('button', { name: 'Desk: Crews of the north' })).toBeVisible();
  await page.getByRole('button', { name: 'Desk: Crews of the north' }).click();
  await page.getByRole('menuitem', { name: 'No desk' }).click();
  await expect(page.getByRole('button', { name: 'Desk: none' })).toBeVisible();
  await page.getByRole('application').focus();
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: 'Desk: Crews of the north' })).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await enterByDoor(other, 'east');
  await other.keyboard.press('/');
  await other.getByRole('combobox', { name: 'Find' }).fill('crews of');
  await other.getByRole('option', { name: /Crews of the north/ }).click();
  await expect(other.getByRole('button', { name: 'Desk: Crews of the north' })).toBeVisible();
  await other.context().close();

  await page.getByRole('button', { name: 'Desk: Crews of the north' }).click();
  await page.getByRole('menuitem', { name: /^Arrange Crews/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByText('was put away')).toBeVisible();
});

test('a view of the loose ends keeps its conditions, groups and columns under a name', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  await page.getByRole('button', { name: 'Open as a table' }).click();
  const table = page.getByRole('region', { name: 'Loose ends as a table' });
  await expect(table.locator('tr[data-visit]').first()).toBeVisible();
  const all = await table.locator('tr[data-visit]').count();
  await table.getByRole('button', { name: /^Arrange/ }).click();
  await page.getByRole('button', { name: 'Condition' }).click();
  await page.getByLabel('Field').selectOption('priority');
  await page.getByLabel('Value').fill('2');
  await page.getByLabel('Grouped by').selectOption('jobKind');
  await page.getByLabel('Why loose', { exact: true }).check();
  await page.getByLabel('Keep as a view called').fill('Urgent ones');
  await page.getByRole('button', { name: 'Keep the view' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(() => table.locator('tr[data-visit]').count()).toBeLessThan(all);
  await expect(table.getByRole('rowheader').first()).toBeVisible();
  // Why they are loose comes by and by.
  await expect(table.locator('td', { hasText: /^…$/ })).toHaveCount(0, { timeout: 30_000 });
  await page.reload();
  await page.getByRole('button', { name: 'Open as a table' }).click();
  await expect(table.getByLabel('View of loose ends').locator('option:checked')).toHaveText('Urgent ones');
  await expect.poll(() => table.locator('tr[data-visit]').count()).toBeLessThan(all);
  await table.getByLabel('View of loose ends').selectOption('');
  await expect(table.locator('tr[data-visit]')).toHaveCount(all);
  await expectAccessible(page, 'loose ends and list');
});

test('a reminder about a visit is shown, opened and done', async ({ page }) => {
  await enterAs(page, 'analyst');
  await openDay(page);
  await page.locator('[aria-label^="Day of"] [data-visit]').first().click();
  await page.getByRole('button', { name: /^Reminders: 0 open/ }).click();
  await page.getByRole('textbox', { name: 'Remind me' }).fill('call back about the key');
  await page.getByRole('button', { name: 'Remind me', exact: true }).click();
  const list = page.getByRole('list', { name: 'Reminders' });
  await expect(list).toContainText('call back about the key');
  await expect(list.getByRole('button', { name: /^W-/ })).toBeVisible();
  await list.getByRole('button', { name: /^Done: call back/ }).click();
  await expect(page.getByRole('button', { name: /^Reminders: 0 open/ })).toBeVisible();
  await list.getByRole('button', { name: /^Throw away/ }).click();
  await expect(list).not.toContainText('call back');
});

test('the list shows each day of each person, and what to do with a visit by menu', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto(`/plan?${QUERY}&to=2026-06-12&layout=list`);
  const day = page.getByRole('region', { name: /, (Thu 11|Fri 12) June$/ }).first();
  await expect(day).toBeVisible();
  await page.locator('tr[data-visit]').first().click({ button: 'right' });
  await expect(page.getByRole('menuitem', { name: /^Take off/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'By day' }).click();
  await expect(page.getByRole('region', { name: /Thu 11 June$/ }).first()).toBeVisible();
  await expectAccessible(page, 'loose ends and list');
});
