import { expectAccessible } from './accessible';
import { enterAs } from './steps';
import { expect, test } from './test';

test('a whole territory is out: its day goes to others with one click, comes back, and its people can go on', async ({
  page,
}) => {
  await enterAs(page, 'east');
  await page.goto('/day');
  const territory = page.getByRole('button', { name: 'A whole territory is out …' });
  const choose = async (): Promise<void> => {
    await territory.click();
    await page.getByRole('combobox', { name: 'Territory', exact: true }).click();
    await page.getByRole('option', { name: 'Sallow' }).click();
  };
  await choose();
  const report = page.getByRole('button', { name: /^Report \d+ as out for the day/ });
  await expect(report).toBeDisabled();
  await expectAccessible(page, 'a whole territory is out');
  await page.getByLabel('Why').fill('Storm');
  await report.click();
  const need = page.locator('li[data-kind="nobody"]').filter({ hasText: 'Sallow' });
  await expect(need.getByText('“Storm”')).toBeVisible();
  await expect(page.locator('li[data-kind="out"]')).toHaveCount(0);
  const more = need.getByRole('button', { name: 'Ways out' });
  const way = need.getByRole('button', { name: /^(Give|Take) \d+ / });
  await expect(more.or(way)).toBeVisible();
  if (await more.isVisible()) await more.click();
  await way.click();
  await expect(need).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: G/ }).click();
  await expect(need).toBeVisible();
  await choose();
  await page.getByRole('button', { name: /^\d+ can go on$/ }).click();
  await expect(need).toHaveCount(0);
});

test('a road is closed on the map and opened again', async ({ page }) => {
  await enterAs(page, 'east');
  await page.goto('/day');
  await page.getByRole('button', { name: 'A road is closed …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Where nobody gets through' });
  const close = dialog.getByRole('button', { name: 'Close it' });
  await expect(close).toBeDisabled();
  await dialog.locator('.leaflet-container').click({ position: { x: 300, y: 170 } });
  await expect(dialog.getByLabel('Latitude')).not.toHaveValue('');
  await dialog.getByLabel('What it is').fill('The old bridge');
  await dialog.getByLabel('Open again, if known').fill('2026-06-10T17:30');
  await expectAccessible(page, 'a road is closed');
  await close.click();
  const closed = page.getByRole('list', { name: 'Closed roads' });
  await expect(closed.getByText('Closed: The old bridge')).toBeVisible();
  await expect(closed.getByText('until Wed 10 Jun 17:30')).toBeVisible();
  // It stands for everybody, and on the map of the plan.
  await page.goto('/plan?territories=sallow,heights,farside&from=2026-06-09&layout=map');
  await expect(page.getByText('closed road')).toBeVisible();
  await page.goto('/day');
  await closed.getByRole('button', { name: 'Open again' }).click();
  await expect(closed).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(closed.getByText('Closed: The old bridge')).toBeVisible();
  await closed.getByRole('button', { name: 'Open again' }).click();
  await expect(closed).toHaveCount(0);
});
