import { expectAccessible } from './accessible';
import { enterAs } from './steps';
import { expect, test } from './test';

const base = process.env.LIME_ADDRESS ?? 'http://127.0.0.1:3399';

test('a program reads and changes with a key, by versions, and no more once the key is ended', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/account');
  await page.getByLabel('Name of the program').fill('Import at night');
  await page.getByLabel('may change things').check();
  await page.getByLabel('Works until').fill('2020-01-01');
  await page.getByRole('button', { name: 'Make a key' }).click();
  await expect(page.getByText('This is over already')).toBeVisible();
  const soon = new Date(Date.now() + 10 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Works until').fill(soon);
  await page.getByRole('button', { name: 'Make a key' }).click();
  const key = (await page.locator('code', { hasText: /^lk_/ }).textContent()) ?? '';
  await expectAccessible(page, '/account with a key');

  const call = (path: string, method = 'GET', headers: Record<string, string> = {}, body?: unknown) =>
    fetch(`${base}${path}`, {
      method,
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/json', ...headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  const made = await call('/api/objects/parts', 'POST', {}, { id: 'fuse', value: { name: 'Fuse' } });
  expect([made.status, made.headers.get('etag')]).toEqual([200, '"1"']);
  const path = '/api/objects/parts/fuse';
  expect((await call(path, 'GET', { 'If-None-Match': '"1"' })).status).toBe(304);
  const value = { name: 'Fuse 16 A' };
  // RFC 6585 §3 and RFC 9110 §13.1.1.
  expect((await call(path, 'PUT', {}, { value })).status).toBe(428);
  expect((await call(path, 'PUT', { 'If-Match': 'rubbish' }, { value })).status).toBe(412);
  const saved = await call(path, 'PUT', { 'If-Match': '"1"' }, { value });
  expect([saved.status, saved.headers.get('etag')]).toEqual([200, '"2"']);
  const stale = await call(path, 'PUT', { 'If-Match': '"1"' }, { value: { name: 'Other' } });
  expect([stale.status, stale.headers.get('content-type')]).toEqual([412, 'application/problem+json']);
  // RFC 9457, with who changed what since.
  expect(await stale.json()).toMatchObject({
    type: 'about:blank',
    title: 'Precondition Failed',
    status: 412,
    code: 'precondition',
    facts: { reason: 'stale', changes: [{ fields: ['name'] }] },
  });
  const wrong = await call(path, 'PUT', { 'If-Match': '"2"' }, { value: { name: '', colour: 1 } });
  expect(wrong.status).toBe(422);
  expect((await call('/api/objects/users')).status).toBe(404);
  expect((await call('/api/plan')).status).toBe(401);
  expect((await call(path, 'PATCH', { 'If-Match': '"2"' }, { archived: true })).status).toBe(200);

  await page.reload();
  await page
    .getByRole('row', { name: /Import at night/ })
    .getByRole('button', { name: 'end it' })
    .click();
  await expect(page.getByRole('row', { name: /Import at night/ })).toBeHidden();
  const over = await call(path);
  expect([over.status, over.headers.get('www-authenticate')]).toEqual([401, 'Bearer']);
});
