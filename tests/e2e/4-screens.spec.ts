import { expectAccessible } from './accessible';
import { enterAs, enterByDoor } from './steps';
import { expect, test } from './test';

for (const scheme of ['light', 'dark'] as const) {
  test(`main screens are accessible and complete, ${scheme}`, async ({ page }) => {
    await page.goto('/sign-in');
    await expectAccessible(page, 'sign in');
    await enterByDoor(page, 'analyst');
    if (scheme === 'dark') await page.getByRole('button', { name: 'Dark theme' }).click();
    await expect(page.locator('[data-person]').first()).toBeVisible();
    await expectAccessible(page, 'plan, hours');
    await page.locator('g[data-visit]').last().click();
    await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText('What happened');
    await expectAccessible(page, 'lens');
    await page.goto('/plan?from=2026-06-08&to=2026-06-14');
    await expect(page.locator('[data-person]').first()).toBeVisible();
    await expectAccessible(page, 'plan, days');
    await page.goto('/plan/drafts');
    await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
    await expectAccessible(page, 'drafts');
    await page.goto('/playbooks');
    await expect(page.getByRole('heading', { name: 'What is better' })).toBeVisible();
    await expectAccessible(page, 'playbook');
  });
}

test('no screen scrolls sideways at 1280 and 1920', async ({ page }) => {
  await enterAs(page, 'analyst');
  for (const width of [1280, 1920]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of ['/plan', '/plan?from=2026-06-08&to=2026-06-21', '/plan/drafts', '/playbooks']) {
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over, `${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});

test('the map draws roads and routes, and shares the selection with the cords', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/plan?from=2026-06-09&layout=both&territories=quay');
  await expect(page.locator('.leaflet-container')).toBeVisible();
  await expect(page.locator('.leaflet-container canvas')).toBeVisible();
  await page.locator('g[data-visit]').last().click();
  await expect(page).toHaveURL(/selected=visit/);
  await expect(page.getByRole('complementary', { name: 'Lens' })).toBeVisible();
});

test('a figure opens down to the visits behind it, and the loose ends as a table', async ({ page }) => {
  await enterByDoor(page, 'analyst');
  await page.getByRole('button', { name: /^Travel/ }).click();
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await expect(lens).toContainText('Made up of');
  await lens.getByRole('listitem').first().getByRole('button').click();
  await expect(lens).toContainText(/What it needs|Skills/);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Open as a table' }).click();
  const table = page.getByRole('region', { name: 'Loose ends as a table' });
  await table.getByLabel('Filter loose ends').fill('no such thing');
  await expect(table).toContainText('No loose end matches');
});

test('a server error is told, and trying again helps', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.route('**/api/plan?*', (route) => route.fulfill({ status: 500, body: '{"code":"broken"}' }));
  await page.goto('/plan?from=2026-06-10');
  await expect(page.getByText('Nothing was changed; try again')).toBeVisible();
  await page.unroute('**/api/plan?*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('[data-person]').first()).toBeVisible();
});
