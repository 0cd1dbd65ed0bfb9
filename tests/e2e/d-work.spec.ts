import { expectAccessible } from './accessible';
import { told } from './hand-steps';
import { callAs, enterAs } from './steps';
import { expect, test } from './test';

test('a call becomes a request, an order with a promised time, is seen on the plan, rebooked and cancelled', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/work/requests/request-2');
  await expect(page.getByText('No work order yet.')).toBeVisible();
  await page.getByRole('link', { name: 'Make it a work order' }).click();
  await expect(page.getByRole('textbox', { name: 'Caller' })).toHaveValue('Elva Tarnby');
  const best = page.locator('button[data-best="true"]');
  await expect(best.first()).toBeVisible();
  await expectAccessible(page, 'promise a time');
  await best.first().click();
  await expect(page.getByText('held for this call')).toBeVisible();
  const chosen = page.getByRole('status').filter({ hasText: 'Would be' });
  await expect(chosen).toContainText('to spare');
  await chosen.getByRole('button', { name: 'Promise it' }).click();
  await expect(told(page, /^W-\d+ is promised/)).toBeVisible();
  await expect(page).toHaveURL(/\/work\/orders\//);
  const life = page.getByRole('complementary', { name: 'All that happened' });
  await expect(life).toContainText('Promised');
  await expect(life).toContainText('Told them of the time');
  await expectAccessible(page, 'work order');
  const order = page.url();

  await page.getByRole('link', { name: 'See it on the plan' }).click();
  await expect(page.locator('[aria-label^="Day of"] [data-visit]').first()).toBeVisible();
  await expect(page.getByRole('link', { name: /^W-\d+$/ }).first()).toBeVisible();

  await page.goto(order);
  await page.getByRole('link', { name: 'Rebook' }).click();
  await page.getByLabel('Why it is changed').fill('They are away that day');
  const other = page.getByRole('group', { name: 'Windows by day' }).getByRole('button').last();
  await other.click();
  await page.getByRole('button', { name: 'Promise it instead' }).click();
  await expect(page).toHaveURL(order);
  await expect(life).toContainText('They are away that day');
  await expect(life).toContainText('Told them that it moved');

  await page.getByRole('button', { name: 'Cancel it …' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill('Works again');
  await page.getByRole('button', { name: 'Cancel the work order' }).click();
  await expect(page.getByText('Cancelled: Works again').first()).toBeVisible();
  await expect(life).toContainText('Told them that it will not be done');
  for (const what of [/^Undo: Cancelled W-/, /^Undo: Rebooked/, /^Undo: Promised/]) {
    await page.getByRole('button', { name: what }).click();
    await expect(page.getByRole('button', { name: what })).toHaveCount(0);
  }
});

test('the list of work is searched, sorted and kept to a state; every page of the section is accessible', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await enterAs(page, 'analyst');
  await page.goto('/work');
  await expect(page.getByRole('heading', { name: 'Work orders' })).toBeVisible();
  await page.getByRole('button', { name: /^At risk/ }).click();
  await expect(page).toHaveURL(/state=at-risk/);
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.getByLabel('Search work').fill('W-1009');
  await expect(page.getByRole('link', { name: 'W-1009' })).toBeVisible();
  await expectAccessible(page, 'work orders');
  for (const path of [
    'requests',
    'customers/customer-lay-bys',
    'assets',
    'agreements/agreement-ferries',
    'problem-kinds/problem-dead',
    'message-templates/message-promised',
    'messages',
    'hooks/new',
  ]) {
    await page.goto(`/work/${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle').catch(() => undefined);
    await expectAccessible(page, path);
  }
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await page.goto('/work');
  await expect(page.getByRole('link', { name: /^W-\d+$/ }).first()).toBeVisible();
  await expectAccessible(page, 'work orders, dark');
});

test('a mail becomes a request where it says it is, and one step on a work order', async ({ page }) => {
  await enterAs(page, 'analyst');
  const { rows } = JSON.parse((await callAs(page, '/api/objects/assets?pageSize=5')).text) as {
    rows: { serial: string; siteId: string }[];
  };
  await page.goto('/work/mail');
  const form = page.getByRole('form', { name: 'Write as a customer' });
  await form.getByRole('textbox', { name: 'From' }).fill('somebody@home.example');
  await form.getByRole('textbox', { name: 'Subject' }).fill('Dark since noon');
  await form.getByRole('textbox', { name: 'What they write' }).fill(`It is ${rows[2]!.serial}, at the gate.`);
  await form.getByRole('button', { name: 'Send it' }).click();
  const line = page.getByRole('row', { name: /Dark since noon/ });
  await expect(line.getByRole('link', { name: /^R-\d+$/ })).toBeVisible();
  await expectAccessible(page, '/work/mail');
  await line.getByRole('link').click();
  await expect(page).toHaveURL(/\/work\/requests\//);
  await page.waitForLoadState('networkidle');
  await page.getByRole('link', { name: 'Make it a work order' }).click();
  await expect(page).toHaveURL(/\/work\/call\?request=/);
  await expect(page.getByRole('combobox', { name: 'Site' })).not.toHaveValue('');
  await expect(page.getByRole('textbox', { name: 'What they say' })).toHaveValue(/Dark since noon/);
});

test('maintenance for a quarter is shown, made, made no second time, and undone', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/work/maintenance-plans/plan-quarterly');
  await page.getByRole('button', { name: 'Next quarter' }).click();
  const make = page.getByRole('button', { name: /^Make \d+ work orders/ });
  await expect(make).toBeVisible();
  await make.click();
  await expect(told(page, /work orders were made/)).toBeVisible();
  await expect(make).toHaveCount(0);
  await expect(page.getByText(/^0 to be made/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Made \d+ work orders/ }).click();
  await expect(make).toBeVisible();
});

test('from anywhere "c" begins a call with what is on screen', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/work/orders/order-1009');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('c');
  await expect(page).toHaveURL(/\/work\/call\?like=order-1009/);
  await expect(page.getByRole('combobox', { name: 'Site' })).not.toHaveValue('');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a customer books alone, confirms, changes and cancels, without script', async ({ browser, page }) => {
    await enterAs(page, 'analyst');
    const assets = JSON.parse((await callAs(page, '/api/objects/assets?pageSize=20')).text) as {
      rows: { serial: string }[];
    };
    const context = await browser.newContext({
      javaScriptEnabled: false,
      viewport: { width: 390, height: 844 },
    });
    const own = await context.newPage();
    await own.goto('/book');
    await own.getByLabel('The card is not taken').check();
    await own.getByLabel('Serial number, or the address').fill(assets.rows[3]!.serial);
    await own.getByRole('button', { name: 'Show the times' }).click();
    await own.locator('input[name="window"]').last().check();
    await own.getByLabel('Name').fill('Somebody');
    await own.getByLabel('E-mail').fill('somebody@home.example');
    await own.getByRole('button', { name: 'Book it' }).click();
    await expect(own).toHaveURL(/\/book\/[\w-]{20,}/);
    await own.getByRole('button', { name: 'Confirm it' }).click();
    await expect(own.getByText('You have confirmed it.')).toBeVisible();
    await own.getByRole('link', { name: 'Change the time' }).click();
    await own.locator('input[name="window"]').first().check();
    await own.getByRole('button', { name: 'Take this time' }).click();
    await expect(own.getByRole('link', { name: 'Change the time' })).toBeVisible();
    await own.getByRole('button', { name: 'Cancel it' }).click();
    await expect(own.getByText('This is cancelled.')).toBeVisible();
    await own.goto('/book?kind=terminal&code=no-such-thing');
    await expect(own.getByText('There is no time on offer for that.')).toBeVisible();
    expect((await own.goto('/book/no-such-secret'))!.status()).toBe(404);
    await context.close();
    await page.goto('/book');
    await expectAccessible(page, 'book alone');
  });
});
