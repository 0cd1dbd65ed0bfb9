import { enterByDoor } from './steps';
import { expect, test } from './test';

test('a wrong password is refused and keeps the address; the right one enters; signing out leaves', async ({
  page,
}) => {
  await page.goto('/plan');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByLabel('E-mail').fill('analyst@orrimay.example');
  await page.getByLabel(/^Password/).fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('do not go together')).toBeVisible();
  await expect(page.getByLabel('E-mail')).toHaveValue('analyst@orrimay.example');
  await page.getByLabel(/^Password/).fill('orrimay-demo');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('Loose ends').first()).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.goto('/plan/drafts');
  await expect(page).toHaveURL(/sign-in/);
});

test('nothing is given without a session', async ({ request }) => {
  for (const path of [
    '/api/plan?territories=quay&from=2026-06-09&to=2026-06-09',
    '/api/legs',
    '/api/map',
    '/api/runs',
    '/api/runs/x',
    '/api/events',
    '/api/drafts',
    '/api/drafts/x/compare',
    '/api/plan/visits/visit-1001-1?territories=quay&from=2026-06-09&to=2026-06-09',
    '/api/plan/people/tech-01?territories=quay&from=2026-06-09&to=2026-06-09',
    '/api/plan/measures/overtime?territories=quay&from=2026-06-09&to=2026-06-09',
    '/api/objects/technicians',
    '/api/objects/technicians/tech-01',
    '/api/commands',
    '/api/openapi',
  ]) {
    expect((await request.get(path)).status(), path).toBe(401);
  }
  const origin = { Origin: new URL(test.info().project.use.baseURL ?? '').origin };
  for (const path of [
    '/api/runs',
    '/api/runs/x/stop',
    '/api/drafts/x/accept',
    '/api/commands/1/undo',
    '/api/objects/parts',
  ]) {
    expect((await request.post(path, { data: {}, headers: origin })).status(), path).toBe(401);
    expect(
      (await request.post(path, { data: {}, headers: { Origin: 'http://elsewhere.example' } })).status(),
      path,
    ).toBe(404);
  }
});

test('keyboard alone walks the cords and opens the lens', async ({ page }) => {
  await enterByDoor(page, 'analyst');
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowDown');
  const isOnVisit = (): Promise<boolean> =>
    page.waitForURL(/visit/, { timeout: 800 }).then(
      () => true,
      () => false,
    );
  for (let i = 0; i < 36; i++) {
    await page.keyboard.press('ArrowRight');
    if (await isOnVisit()) break;
    await page.keyboard.press('ArrowDown');
  }
  await expect(page.getByRole('complementary', { name: 'Lens' })).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText('Why here');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('complementary', { name: 'Lens' })).toHaveCount(0);
});
