import { expectAccessible } from './accessible';
import { callAs, enterAs } from './steps';
import { expect, type Page, test } from './test';

const PAGES = [
  ['/set-up', 'What holds work up'],
  ['/set-up/map', 'Territories'],
  ['/set-up/roads', 'Travel goes by'],
  ['/set-up/technicians', 'People'],
  ['/set-up/technicians/tech-13', 'What the optimizer is told'],
  ['/set-up/job-kinds/dead-charger', 'Who does it'],
  ['/set-up/week-patterns/days', 'Every week'],
  ['/set-up/matrix', 'Hours asked for, next 14 days'],
  ['/set-up/hours', 'Hours asked for'],
  ['/set-up/crews/crew-quay', 'Changes for a time'],
  ['/set-up/sites', 'Sites'],
  ['/set-up/offers/new', 'Held out to somebody who asks now'],
  ['/set-up/roads/orrimay', 'Usual speeds'],
  ['/set-up/company/company', 'What is kept'],
  ['/set-up/data', 'Take out as'],
  ['/set-up/programs', 'Its fields'],
  ['/account', 'Where you are signed in'],
] as const;

async function undo(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Undone/).first()).toBeVisible();
}

for (const [part, pages] of [
  ['first', PAGES.slice(0, 4)],
  ['second', PAGES.slice(4, 8)],
  ['third', PAGES.slice(8, 12)],
  ['last', PAGES.slice(12)],
] as const) {
  test(`every screen of set-up is complete and accessible in both themes, ${part} quarter`, async ({
    page,
  }) => {
    await enterAs(page, 'analyst');
    for (const [path, text] of pages) {
      await page.goto(path);
      await expect(page.getByText(text, { exact: false }).first()).toBeVisible();
      // Grids of hundreds of cells alike are looked at by one row of them.
      if (path === '/set-up/matrix' || path === '/set-up/hours')
        await page.getByLabel('Search').fill('Jarrow');
      // What is asked for after the first look has come by then.
      await page.waitForTimeout(700);
      await expectAccessible(page, `${path}, light`);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over, path).toBeLessThanOrEqual(0);
      await page.getByRole('button', { name: 'Dark theme' }).click();
      await expectAccessible(page, `${path}, dark`);
      await page.getByRole('button', { name: 'Light theme' }).click();
    }
  });
}

test('the path leads from a doubt to what mends it; put aside it is counted no more, and comes back', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up');
  const row = page.locator('tr[data-doubt="person-not-open"]');
  await expect(row).toContainText('Kasim Lorrimay is not open to planning.');
  await row.getByRole('button', { name: 'put aside' }).click();
  await page.getByLabel('Why').fill('By hand until July');
  await page.getByRole('button', { name: 'Put aside', exact: true }).click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: '1 put aside' }).click();
  await expect(row).toContainText('By hand until July');
  await row.getByRole('button', { name: 'take back' }).click();
  await expect(page.getByText('What holds work up').or(page.getByText('Put aside')).first()).toBeVisible();
  await page.goto('/set-up');
  await page
    .locator('tr[data-doubt="person-not-open"]')
    .getByRole('link', { name: /Open them/ })
    .click();
  await expect(page).toHaveURL(/technicians\/tech-/);
  await expect(page.getByText('planned by hand only').first()).toBeVisible();
});

test('a word is changed in place: what it does stands there before it is saved, and one undo takes it back', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/technicians/tech-13');
  await page.getByRole('button', { name: /^Longest leg: any time/ }).click();
  await page.getByRole('textbox', { name: 'Longest leg, min' }).fill('5');
  await page.keyboard.press('Enter');
  const effect = page.locator('[data-effect]');
  await expect(effect).toContainText('of the live plan would break a rule');
  await effect.getByRole('button', { name: 'show them' }).first().click();
  await expect(effect).toContainText('A leg longer than the person’s reach');
  await expect(page.getByText('No leg over 5 min.')).toBeVisible();
  // What was typed outlives a look elsewhere.
  await page.goto('/set-up/skills');
  await page.goto('/set-up/technicians/tech-13');
  await expect(page.getByText('unsaved: 1 change')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('is saved').first()).toBeVisible();
  await page.getByRole('button', { name: 'What happened to it' }).click();
  await expect(page.getByText('Longest leg, minutes: none → 5').first()).toBeVisible();
  await undo(page);
  await expect(page.getByRole('button', { name: /^Longest leg: any time/ })).toBeVisible();
});

test('what is wrong is told by field, with the way there, and nothing is lost', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/technicians/new');
  await page.getByRole('textbox', { name: 'Name' }).fill('Somebody new');
  await page.getByRole('button', { name: 'Save' }).click();
  const alert = page.getByRole('alert').filter({ hasText: 'Territories' });
  await expect(alert).toContainText('Territories, 1, Territory');
  await page.getByRole('button', { name: /^Territory: choose/ }).click();
  await page.getByRole('combobox', { name: 'Territory' }).fill('Qu');
  await page.getByRole('option', { name: 'Quay' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page).toHaveURL(/technicians\/[0-9a-f-]{36}/);
  await expect(page.getByRole('heading', { name: 'Somebody new' })).toBeVisible();
  await undo(page);
});

test('two people at one thing: what the other saved comes in by field, what both changed is asked', async ({
  browser,
}) => {
  const [one, other] = [await browser.newPage(), await browser.newPage()];
  await enterAs(one, 'analyst');
  await enterAs(other, 'analyst');
  await one.goto('/set-up/job-kinds/signal');
  await one.getByRole('button', { name: /^Usual duration/ }).click();
  await one.getByRole('textbox', { name: 'Usual duration, min' }).fill('50');
  await one.keyboard.press('Enter');
  const stored = JSON.parse((await callAs(other, '/api/objects/job-kinds/signal')).text) as Record<
    string,
    unknown
  >;
  const { id: _id, version, archivedAt: _archived, ...value } = stored;
  await callAs(other, '/api/objects/job-kinds/signal', {
    method: 'PUT',
    body: { version, value: { ...value, durationMin: 55, priority: 1 } },
  });
  await expect(one.getByText('Both of you changed')).toContainText('Duration (theirs: 55)');
  await expect(one.getByRole('status').filter({ hasText: 'Taken in: Priority' })).toBeVisible();
  await one.getByRole('button', { name: 'Take theirs' }).click();
  await expect(one.getByRole('button', { name: 'Usual duration: 55 min' })).toBeVisible();
  await other.goto('/set-up');
  await undo(other);
  await one.close();
  await other.close();
});

test('levels are typed in cells, with what they open up, and saved together', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/matrix');
  const cell = page.getByRole('gridcell', { name: 'Dako Jarrowmead, Lifting: not held' });
  await cell.focus();
  await page.keyboard.press('4');
  await expect(page.getByRole('gridcell', { name: 'Dako Jarrowmead, Lifting: level 4' })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('gridcell', { name: /^Dako Jarrowmead, Power electronics/ })).toBeFocused();
  await expect(page.locator('[data-effect]')).not.toContainText('Working it out');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Skills of one person are saved.')).toBeVisible();
  await undo(page);
  await expect(cell).toBeVisible();
});

test('days off are chosen with the keyboard, and told what they do', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/hours');
  const day = page.getByRole('gridcell', { name: /^Dako Jarrowmead, Wed 10 June: works/ });
  await day.click();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(
    page.getByRole('heading', { name: 'Dako Jarrowmead, Wed 10 June to Thu 11 June' }),
  ).toBeVisible();
  await page.getByText('Off', { exact: true }).click();
  await expect(page.locator('[data-effect]')).toContainText('of the live plan would break a rule');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('gridcell', { name: /^Dako Jarrowmead, Wed 10 June: off/ })).toBeVisible();
  await undo(page);
  await expect(day).toBeVisible();
});

test('a territory is drawn on the map, named, saved and undone', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/map');
  const map = page.locator('.leaflet-container');
  await expect(map).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Draw a territory' }).click();
  const box = (await map.boundingBox())!;
  const at = (x: number, y: number): [number, number] => [box.x + x, box.y + y];
  for (const [x, y] of [
    [60, 560],
    [180, 560],
    [180, 620],
  ] as const) {
    await page.mouse.click(...at(x, y));
    await page.waitForTimeout(150);
  }
  // The first corner again closes it.
  await page.mouse.click(...at(60, 560));
  await page.getByRole('textbox', { name: 'Name' }).fill('Skerry');
  await expect(page.getByText('1 outline is changed')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Skerry/ })).toBeVisible();
  await undo(page);
  await expect(page.getByRole('button', { name: /^Skerry/ })).toHaveCount(0);
});

test('a file comes in by steps: columns, a look, then all of it, and goes with one undo', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/data?object=technicians');
  const file = (text: string) => ({ name: 'people.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const good =
    'Full name;Area;Hours;Latitude;Longitude;Level\nMaren Holt;Quay;Days, Monday to Friday;34,58;-20,93;Low voltage:3\n';
  await page.locator('input[type=file]').setInputFiles(file(good.replace('Quay', 'Nowhere')));
  await page.getByRole('button', { name: 'Look at what it would do' }).click();
  await expect(page.getByText('One thing is not right; nothing was changed')).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByRole('row', { name: /2 Area Nowhere/ })).toContainText('that is not there');
  await page.locator('input[type=file]').setInputFiles(file(good));
  // The steps of the first file go before those of the second come.
  await expect(page.getByText('One thing is not right; nothing was changed')).toHaveCount(0);
  await page.getByRole('combobox', { name: 'Meaning of Level' }).fill('Skills');
  await page.getByRole('option', { name: 'Skills' }).click();
  await page.getByRole('button', { name: 'Look at what it would do' }).click();
  await expect(page.getByRole('heading', { name: '1 to make, 0 to change, 0 left as they are' })).toBeVisible(
    { timeout: 20_000 },
  );
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText('1 made, 0 changed, 0 left as they were.')).toBeVisible({ timeout: 20_000 });
  await page.goto('/set-up/technicians?search=Maren');
  await expect(page.getByRole('link', { name: 'Maren Holt' })).toBeVisible();
  await undo(page);
  await expect(page.getByRole('link', { name: 'Maren Holt' })).toHaveCount(0);
});

test('a spreadsheet by another name and 50 MB are refused with what they are', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/data?object=sites');
  await page.locator('input[type=file]').setInputFiles({
    name: 'sites.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('PK\u0003\u0004xl/workbook.xml'),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was brought in' })).toContainText(
    'a spreadsheet or another packed file; save it as CSV',
  );
  await page.locator('input[type=file]').setInputFiles({
    name: 'sites.csv',
    mimeType: 'text/csv',
    buffer: Buffer.alloc(50 * 1024 * 1024 - 1, 'a,'),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was brought in' })).toContainText(
    /too much at once|cannot be reached/,
  );
});

test('a list is searched, shown by other columns, kept as a view, and many of it are changed at once', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/technicians');
  await page.getByLabel('Search').fill('Jarrow');
  await expect(page.getByText('1 found')).toBeVisible();
  await page.getByLabel('Choose Dako Jarrowmead').check();
  await page.getByRole('combobox', { name: 'Field to set' }).fill('Overtime, at');
  await page.getByRole('option', { name: 'Overtime, at most' }).click();
  await page.getByLabel('Value').fill('95');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(page.getByText('1 changed. One undo takes all of them back.')).toBeVisible();
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await page.getByLabel('Overtime, at most').click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('cell', { name: '1 h 35' })).toBeVisible();
  await expect(page).toHaveURL(/columns=.*overtimeLimitMin/);
  await undo(page);
});

test('what one may not see is not there, and whoever reads changes nothing', async ({ page }) => {
  await enterAs(page, 'manager');
  await page.goto('/set-up/technicians/tech-13');
  await expect(page.getByRole('button', { name: 'Save' })).toHaveCount(0);
  await page.goto('/set-up/users');
  await expect(
    page
      .getByText('404')
      .or(page.getByText(/not here|nothing here/i))
      .first(),
  ).toBeVisible();
  const value = JSON.parse((await callAs(page, '/api/objects/skills/cable')).text) as Record<string, unknown>;
  expect(
    (await callAs(page, '/api/objects/skills/cable', { method: 'PUT', body: { version: 1, value } })).status,
  ).toBe(404);
  expect((await callAs(page, '/api/set-up/outlines', { method: 'POST', body: {} })).status).toBe(404);
  expect((await callAs(page, '/api/imports?target=skills', { method: 'POST', body: {} })).status).toBe(404);
});
