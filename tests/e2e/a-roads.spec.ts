import { readFile } from 'node:fs/promises';
import { enterAs } from './steps';
import { expect, test } from './test';

test('roads are taken out as a file and brought in again; a trial leg goes by the hour, by keyboard too', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/roads');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'take out' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Orrimay.osm');
  const bytes = await readFile(await file.path());
  expect(bytes.toString('utf8', 0, 200)).toContain('<osm version="0.6"');

  await page.locator('input[type=file]').setInputFiles({
    name: 'region.osm',
    mimeType: 'application/xml',
    buffer: Buffer.from('<osm version="0.6"></osm>'),
  });
  await expect(page.getByText('has no road in it that vans drive on')).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'copy.osm', mimeType: 'application/xml', buffer: bytes });
  await expect(page.getByText('km of roads')).toBeVisible();
  await page.getByLabel('Zone by which its hours are meant').fill('Nowhere/Town');
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText('must be a time zone')).toBeVisible();
  await page.getByLabel('Zone by which its hours are meant').fill('Atlantic/Madeira');
  await page.getByLabel('drive on it from now on').uncheck();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByRole('radio', { name: 'the roads of copy' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'the roads of Orrimay' })).toBeChecked();

  for (const [box, town] of [
    ['From', 'Murrock'],
    ['To', 'Thorlith'],
  ] as const) {
    await page.getByRole('combobox', { name: box }).fill(town);
    const option = page.getByRole('listbox', { name: box }).getByRole('option').first();
    await expect(option).toContainText(town);
    await page.keyboard.press('ArrowDown');
    await expect(option).toHaveAttribute('data-combobox-selected', 'true');
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('row', { name: /from 07:30/ })).toBeVisible();

  await page.getByRole('radio', { name: 'the roads of copy' }).check();
  await expect(page.getByText('What it would do')).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('radio', { name: 'the roads of Orrimay' })).toBeChecked();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Undone/).first()).toBeVisible();
  await expect(page.getByRole('radio', { name: 'the roads of copy' })).toBeHidden();
});

test('a speed is changed with what it does beside it', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/roads/orrimay');
  await page.getByRole('button', { name: /^Speed on streets in town/ }).click();
  await page.getByLabel('Speed on streets in town, km/h').fill('20');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/the live plan as it is would be .* more on the road/)).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
});
