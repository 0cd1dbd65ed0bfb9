import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { callAs, enterAs } from './steps';

interface Day {
  readonly people: {
    readonly id: string;
    readonly state: string;
    readonly stops: { readonly visitId: string; readonly state: string }[];
  }[];
}
const DAY = '/api/day?territories=sallow,heights,farside&date=2026-06-09';

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a technician reports step by step, without a network too; each thing is sent once and in order, and the office sees it', async ({
    page,
    browser,
    context,
  }) => {
    await enterAs(page, 'field');
    await page.goto('/plan');
    await expect(page).toHaveURL(/\/field$/);
    await expect(page.getByText('all sent')).toBeVisible();
    await expectAccessible(page, 'own day');
    const office = await browser.newPage();
    await enterAs(office, 'east');
    await office.goto('/day');
    const row = office.locator('li[data-person="tech-26"]');
    await expect(row.getByText('on site', { exact: true })).toBeVisible();

    await page.getByRole('button', { name: 'Done here' }).click();
    await page.getByRole('button', { name: 'It is done' }).click();
    await page.getByRole('button', { name: 'On my way' }).click();
    await expect(page.getByText('all sent')).toBeVisible();
    await expect(row.getByText('on the way', { exact: true })).toBeVisible();

    // A cellar: three steps of a visit and a break, none of which is sent yet.
    await context.setOffline(true);
    await page.getByRole('button', { name: 'I am there' }).click();
    await page.getByRole('button', { name: 'Need more time' }).click();
    await page.getByRole('button', { name: '30 min' }).click();
    await page.getByRole('button', { name: 'Done here' }).click();
    await page.getByRole('button', { name: 'It is done' }).click();
    await page.getByRole('button', { name: 'Break', exact: true }).click();
    await expect(page.getByText('5 not sent yet')).toBeVisible();
    await expect(page.getByText('On a break since')).toBeVisible();
    await expect(row.getByText('on the way', { exact: true })).toBeVisible();

    // The first answer is lost on the way back: what is sent again counts once.
    let lost = 0;
    await context.route('**/api/day/reports', async (route) => {
      if (lost++ > 0) return route.continue();
      await route.fetch();
      await route.abort();
    });
    await context.setOffline(false);
    await expect(page.getByText('all sent')).toBeVisible();
    expect(lost).toBeGreaterThan(1);
    await expect(page.getByText('does not count')).toHaveCount(0);
    await expect(row.getByText('break', { exact: true })).toBeVisible();
    const day = JSON.parse((await callAs(office, DAY)).text) as Day;
    const own = day.people.find((p) => p.id === 'tech-26')!;
    expect(own.stops.filter((s) => s.state === 'done')).toHaveLength(3);
    await office.close();
  });

  test('a technician gets nothing of others, by page or interface', async ({ page }) => {
    await enterAs(page, 'field');
    for (const path of [
      DAY,
      '/api/plan?territories=sallow&from=2026-06-09&to=2026-06-09',
      '/api/work',
      '/api/work/orders/order-1009',
      '/api/objects/technicians',
      '/api/objects/sites',
      '/api/plan/people/tech-27?territories=farside&from=2026-06-09&to=2026-06-09',
      '/api/drafts',
      '/api/find?q=brisk',
    ]) {
      const { status, text } = await callAs(page, path);
      expect([path, status === 404 || text === '[]' || /"(rows|found)":\[\]/.test(text)]).toEqual([
        path,
        true,
      ]);
    }
    const report = {
      id: crypto.randomUUID(),
      personId: 'tech-27',
      kind: 'off',
      at: '2026-06-09T08:40:00Z',
    };
    const refused = await callAs(page, '/api/day/reports', { method: 'POST', body: { reports: [report] } });
    expect(refused.status).toBe(404);
  });
});

test('the day shows what needs somebody, soonest first, and leads to what can be done', async ({ page }) => {
  await enterAs(page, 'east');
  await page.goto('/day');
  const needs = page.getByRole('region', { name: 'What needs you' });
  await expect(needs.getByRole('heading', { name: /Sabel Umberlee was not heard of/ })).toBeVisible();
  await expectAccessible(page, 'day');
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await expectAccessible(page, 'day, dark');
  await page.getByRole('button', { name: 'Light theme' }).click();
  const before = await page.locator('li[data-person="tech-26"] a').count();
  await page.getByLabel('hide what is done').click();
  await expect(page).toHaveURL(/done=hidden/);
  await expect.poll(() => page.locator('li[data-person="tech-26"] a').count()).toBeLessThan(before);
  await needs
    .getByRole('listitem')
    .filter({ hasText: 'urgent, and without a place' })
    .first()
    .getByRole('link', { name: 'Find another time' })
    .click();
  await expect(page.getByRole('heading', { name: 'Another time' })).toBeVisible();
});

test('a visit that will be late goes to somebody else with one click, at the price that is told, and comes back', async ({
  page,
}) => {
  await enterAs(page, 'east');
  const day = JSON.parse((await callAs(page, DAY)).text) as Day & {
    readonly visits: Readonly<Record<string, { readonly windows: readonly unknown[] }>>;
  };
  const isPromised = (visitId: string): boolean => (day.visits[visitId]?.windows.length ?? 0) > 0;
  const late = day.people.find(
    (p) =>
      p.id !== 'tech-26' &&
      p.stops.some((s) => s.state === 'on-site' && s.visitId !== '') &&
      p.stops.some((s) => s.state === 'planned' && isPromised(s.visitId)),
  )!;
  const here = late.stops.find((s) => s.state === 'on-site')!;
  const report = {
    id: crypto.randomUUID(),
    personId: late.id,
    kind: 'more-time',
    visitId: here.visitId,
    minutes: 300,
    at: '2026-06-09T08:40:00Z',
  };
  const answer = await callAs(page, '/api/day/reports', { method: 'POST', body: { reports: [report] } });
  expect(JSON.parse(answer.text)).toEqual({ outcomes: [{ id: report.id, refused: null }] });
  await page.goto('/day');
  const need = page.locator('li[data-kind="will-miss"]').first();
  const way = need.getByRole('button', { name: /^Give to / }).first();
  await expect(way).toBeVisible();
  const key = await need.getAttribute('data-need');
  await way.click();
  await expect(page.locator(`li[data-need="${key}"]`)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Undone: Gave W-/).first()).toBeVisible();
  await expect(page.locator(`li[data-need="${key}"]`)).toBeVisible();
});
