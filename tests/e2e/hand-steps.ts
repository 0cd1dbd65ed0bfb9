import { expect, type Locator, type Page } from '@playwright/test';

/** Three territories on a day on which nobody is out yet. */
export const QUERY = 'territories=north,quay,sallow&from=2026-06-11';

export const looseCount = async (page: Page): Promise<number> =>
  Number(
    await page
      .getByText(/^Loose ends/)
      .first()
      .locator('xpath=..')
      .locator('strong')
      .nth(1)
      .textContent(),
  );

export async function openDay(page: Page, query = QUERY): Promise<void> {
  await page.goto(`/plan?${query}`);
  await expect(page.getByRole('application')).toBeVisible();
  await expect(page.locator('[aria-label^="Day of"] [data-visit]').first()).toBeVisible();
}

export async function centreOf(of: Locator): Promise<{ x: number; y: number }> {
  const box = (await of.boundingBox())!;
  return { x: box.x + Math.min(box.width / 2, 40), y: box.y + box.height / 2 };
}

/** Carries something in small steps, as a hand does; it is still held afterwards. */
export async function carry(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 8, from.y + 8, { steps: 3 });
  await page.mouse.move(to.x, to.y, { steps: 8 });
}

/** What is said while something is held. */
export const card = (page: Page): Locator =>
  page.getByRole('status').filter({ hasText: /drives|stay|Not allowed|off the cord/ });

export const told = (page: Page, text: RegExp): Locator => page.getByRole('alert').filter({ hasText: text });

/** What is held is weighed where it is now, not where it was a moment ago. */
export async function weighed(page: Page): Promise<void> {
  await expect(card(page)).toHaveAttribute('aria-busy', 'false');
}

export const NOT_ALLOWED = 'Not allowed.';

/** Takes up what is selected by its key. */
export async function takeUp(page: Page): Promise<void> {
  await page.locator('[role="application"], .leaflet-container').first().focus();
  await page.keyboard.press('m');
  await expect(card(page)).toBeVisible({ timeout: 15_000 });
}

/** Goes on with a key until what is held may be put down, or may not. */
export async function until(page: Page, key: string, isAllowed: boolean): Promise<void> {
  const refused = card(page).getByText(NOT_ALLOWED);
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press(key);
    await weighed(page);
    if ((await refused.count()) === (isAllowed ? 0 : 1)) return;
  }
  throw new Error(`forty times ${key}, and nothing ${isAllowed ? 'is allowed' : 'is forbidden'}`);
}
