import { expectAccessible } from './accessible';
import { callAs, enterAs } from './steps';
import { type BrowserContext, expect, type Page, test } from './test';

interface Day {
  readonly people: {
    readonly id: string;
    readonly state: string;
    readonly stops: { readonly visitId: string; readonly state: string }[];
  }[];
}
const DAY = '/api/day?territories=sallow,heights,farside&date=2026-06-09';

/** Loses the answer to the first reports that are sent, which arrive all the same; tells how often any were sent. */
async function loseFirstAnswer(context: BrowserContext): Promise<() => number> {
  let sent = 0;
  await context.route('**/api/day/reports', async (route) => {
    if (sent++ > 0) return route.continue();
    await route.fetch();
    await route.abort();
  });
  return () => sent;
}

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
    const sent = await loseFirstAnswer(context);
    await context.setOffline(false);
    await expect(page.getByText('all sent')).toBeVisible();
    expect(sent()).toBeGreaterThan(1);
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
      '/api/day/ways?territories=sallow&date=2026-06-09&for=out&person=tech-27',
      '/api/day/unfinished?territories=sallow&date=2026-06-10',
      '/api/day/rest?id=any',
      '/api/day/photos/any',
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
  const more = need.getByRole('button', { name: 'Ways out' });
  await expect(need).toBeVisible();
  if (await more.isVisible()) await more.click();
  await expect(way).toBeVisible();
  const key = await need.getAttribute('data-need');
  await way.click();
  await expect(page.locator(`li[data-need="${key}"]`)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Undone: Gave W-/).first()).toBeVisible();
  await expect(page.locator(`li[data-need="${key}"]`)).toBeVisible();
});

/** From wherever they are to the site of the next visit. */
async function goToNext(phone: Page): Promise<void> {
  const [over, way, there, here] = ['Break is over', 'On my way', 'I am there', 'Done here'].map((name) =>
    phone.getByRole('button', { name, exact: true }),
  );
  await expect(way!.or(there!).or(here!)).toBeVisible();
  if (await over!.isVisible()) await over!.click();
  await expect(over!).toHaveCount(0);
  if (await way!.isVisible()) await way!.click();
  await expect(there!.or(here!)).toBeVisible();
  if (await there!.isVisible()) await there!.click();
  await expect(here!).toBeVisible();
}

/** One red pixel. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64',
);

test('what comes back from a visit is looked at in the office, sent back, mended and confirmed', async ({
  page,
  browser,
}) => {
  const pocket = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await pocket.newPage();
  await enterAs(phone, 'field');
  await phone.goto('/field');
  await expect(phone.getByText('all sent')).toBeVisible();
  await goToNext(phone);
  await phone.getByRole('button', { name: 'Done here' }).click();
  const finish = phone.getByRole('region', { name: 'What was done' });
  await expect(finish).toBeVisible();
  await expectAccessible(phone, 'what was done');
  await expect(finish.getByRole('heading')).not.toHaveText('');
  for (const box of await finish.getByRole('checkbox').all()) await box.check();
  await finish.getByLabel('Note').fill('The door sticks');
  await finish.getByLabel(/^Photos/).setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: PNG });
  await expect(finish.getByText('1 taken')).toBeVisible();
  await finish.getByLabel('Signed by').fill('At the gate');
  const pad = (await finish.getByRole('img', { name: 'Sign here with a finger' }).boundingBox())!;
  await phone.mouse.move(pad.x + 30, pad.y + 60);
  await phone.mouse.down();
  for (let i = 1; i <= 10; i++) await phone.mouse.move(pad.x + 30 + i * 15, pad.y + 60 + (i % 2) * 20);
  await phone.mouse.up();
  await finish.getByRole('button', { name: 'It is done' }).click();
  await expect(phone.getByText('all sent')).toBeVisible();

  await enterAs(page, 'analyst');
  const own = JSON.parse((await callAs(phone, '/api/day/own')).text) as {
    stops: { visitId: string; papers: { note: string } | null }[];
  };
  const stop = own.stops.find((s) => s.papers?.note === 'The door sticks')!;
  const day = JSON.parse((await callAs(page, DAY)).text) as {
    visits: Record<string, { workOrderId: string }>;
  };
  const id = day.visits[stop.visitId]!.workOrderId;
  await page.goto(`/work/orders/${id}`);
  const back = page.getByRole('region', { name: 'What came back' });
  await expect(back.getByText('The door sticks')).toBeVisible();
  await expect(back.getByRole('img', { name: 'Signature of At the gate' })).toBeVisible();
  const photo = back.getByRole('img', { name: '1 from the field' });
  await expect.poll(() => photo.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(0);
  await back.getByRole('button', { name: 'Send it back …' }).click();
  await back.getByLabel('What is missing').fill('Minutes are missing');
  await back.getByRole('button', { name: 'Send it back', exact: true }).click();
  await expect(back.getByText('sent back by')).toBeVisible();

  await phone.reload();
  await expect(phone.getByText('Sent back: Minutes are missing')).toBeVisible();
  await phone.getByRole('button', { name: 'Mend it' }).click();
  await finish.getByLabel('Minutes on site').fill('35');
  await finish.getByRole('button', { name: 'Send it again' }).click();
  await expect(phone.getByText('Sent back')).toHaveCount(0);
  await expect(back.getByText('35 min on site by their own word.')).toBeVisible();
  await pocket.close();
});

test('a phone opens without a network, goes through its visits, and sends all of it on return, in order and once', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await context.newPage();
  await enterAs(phone, 'field');
  await phone.goto('/field');
  await expect(phone.getByText('all sent')).toBeVisible();
  // What is theirs is accepted, which the office sees.
  await phone.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(phone.getByText('accepted').first()).toBeVisible();
  await expect(phone.getByText('all sent')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Accept', exact: true })).toHaveCount(0);
  // Kept once it is there.
  await phone.evaluate(async () => {
    await navigator.serviceWorker.ready;
    for (let i = 0; i < 50; i++) {
      if (await (await caches.open('field-page')).match('/field')) return;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    throw new Error('the page was not kept');
  });
  const before = JSON.parse((await callAs(phone, '/api/day/own')).text) as {
    stops: { state: string; visitId: string }[];
  };
  const done = before.stops.filter((s) => s.state === 'done').length;
  const left = before.stops.filter((s) => s.state !== 'done' && s.state !== 'not-done').length;
  await context.setOffline(true);
  await phone.reload();
  await expect(phone.getByText('without a network, as it was last known')).toBeVisible();
  let ended = 0;
  for (; ended < Math.min(4, left); ended++) {
    await goToNext(phone);
    await phone.getByRole('button', { name: 'Done here' }).click();
    await phone.getByRole('button', { name: 'It is done' }).click();
    await expect(phone.getByRole('button', { name: 'Done here' })).toHaveCount(0);
  }
  // Whoever closes the page in between loses nothing.
  await phone.reload();
  await expect(phone.getByText(/^\d+ not sent yet|· \d+ not sent yet/)).toBeVisible();
  const sent = await loseFirstAnswer(context);
  await context.setOffline(false);
  await expect(phone.getByText('all sent')).toBeVisible();
  expect(sent()).toBeGreaterThan(1);
  await expect(phone.getByText('does not count')).toHaveCount(0);
  const after = JSON.parse((await callAs(phone, '/api/day/own')).text) as typeof before;
  expect(after.stops.filter((s) => s.state === 'done').length).toBe(done + ended);
  await context.close();
});

test('the rest of the day is planned anew in seconds, taken and undone', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/day');
  await page.getByRole('button', { name: 'Plan the rest of the day anew' }).click();
  const way = page.getByRole('button', { name: /^Move \d+/ });
  await expect(way).toBeVisible({ timeout: 60_000 });
  await way.click();
  await expect(way).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: Optimized/ }).click();
  await expect(page.getByText(/^Undone: Optimized, which moved/).first()).toBeVisible();
});

test('what is said on the phone is reported for them; their day goes to others; what could not be done goes on; time off is granted', async ({
  page,
}) => {
  await enterAs(page, 'east');
  const day = JSON.parse((await callAs(page, DAY)).text) as {
    readonly people: readonly (Day['people'][number] & { readonly name: string; readonly isCrew: boolean })[];
  };
  const out = day.people.find(
    (p) =>
      !p.isCrew &&
      p.id !== 'tech-26' &&
      p.stops.filter((s) => s.state === 'planned' && s.visitId !== '').length >= 2,
  )!;
  await page.goto('/day');
  await page.getByRole('button', { name: `Report for ${out.name}` }).click();
  await page.getByRole('menuitem', { name: 'Out for the day: ill' }).click();
  const need = page.locator('li[data-kind="out"]').filter({ hasText: out.name });
  await expect(need.getByText('“Ill”')).toBeVisible();
  const more = need.getByRole('button', { name: 'Ways out' });
  const way = need.getByRole('button', { name: /^Give \d+ to / });
  await expect(more.or(way)).toBeVisible();
  if (await more.isVisible()) await more.click();
  await way.click();
  await expect(need).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: G/ }).click();
  await expect(need).toBeVisible();

  // Put aside with a reason, and looked at again.
  await need.getByRole('button', { name: 'Put aside' }).click();
  await need.getByLabel('Why it is put aside').fill('A van is on its way');
  await need.getByRole('button', { name: 'Put aside' }).click();
  await page.getByText(/^\d+ put aside$/).click();
  await expect(need.getByText('Put aside: A van is on its way')).toBeVisible();
  await need.getByRole('button', { name: 'Look at it again' }).click();
  await page.getByRole('button', { name: `Report for ${out.name}` }).click();
  await page.getByRole('menuitem', { name: 'Can go on' }).click();
  await expect(need).toHaveCount(0);

  // What could not be done goes on as another visit.
  const stop = out.stops.find((s) => s.state === 'planned' && s.visitId !== '')!;
  const report = {
    id: crypto.randomUUID(),
    personId: out.id,
    kind: 'not-done',
    reason: 'No access',
    visitId: stop.visitId,
    at: '2026-06-09T08:40:00Z',
  };
  await callAs(page, '/api/day/reports', { method: 'POST', body: { reports: [report] } });
  const left = page.locator('li[data-kind="could-not"]').filter({ hasText: '“No access”' });
  await left.getByLabel('Minutes that remain').fill('50');
  await left.getByRole('button', { name: 'Continue as a new visit' }).click();
  await expect(page.getByText('What remains is a visit of its own now').first()).toBeVisible();

  // Asked for on the phone, granted in the office.
  const phone = await page.context().browser()!.newContext();
  const own = await phone.newPage();
  await enterAs(own, 'field');
  const ask = { startsAt: '2026-06-25T07:00:00Z', endsAt: '2026-06-25T11:00:00Z', reason: 'A wedding' };
  await callAs(own, '/api/day/leave', { method: 'POST', body: ask });
  const leave = page.locator('li[data-kind="leave"]').filter({ hasText: '“A wedding”' });
  await leave.getByLabel('A word for them').fill('Have fun');
  await leave.getByRole('button', { name: 'Grant' }).click();
  await expect(leave).toHaveCount(0);
  await own.goto('/field');
  await own.getByText('Time off', { exact: true }).click();
  await expect(own.getByText(/granted \(“Have fun”\)/)).toBeVisible();
  await phone.close();
});
