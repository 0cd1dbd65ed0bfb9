import { request as httpRequest } from 'node:http';
import { callAs, enterAs, enterByDoor } from './steps';
import { expect, test } from './test';

/** What stands in front of the application: who is answered, how much is read, what every answer says. */
const address = (): URL => new URL(test.info().project.use.baseURL ?? '');

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly text: string;
}

/** A request as no browser would send it. */
function raw(path: string, headers: Record<string, string> = {}, body?: string): Promise<Answer> {
  const { hostname, port, host } = address();
  return new Promise((resolve, reject) => {
    const sent = httpRequest(
      { hostname, port, path, method: body === undefined ? 'GET' : 'POST', headers: { host, ...headers } },
      (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => {
          text += chunk.toString();
        });
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, text }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

test('every answer says how it may be used', async () => {
  for (const path of ['/sign-in', '/api/runs', '/healthz']) {
    const { headers } = await raw(path);
    const policy = String(headers['content-security-policy']);
    expect(policy, path).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['referrer-policy']).toBeTruthy();
    expect(headers['permissions-policy']).toBeTruthy();
    expect(headers['x-request-id']).toBeTruthy();
    expect(headers['cache-control'], path).toContain('no-store');
  }
});

test('answers only under its own names, and lives and is ready', async () => {
  expect((await raw('/sign-in', { host: 'elsewhere.example' })).status).toBe(421);
  expect(await raw('/healthz')).toMatchObject({ status: 200, text: 'ok\n' });
  expect(await raw('/readyz')).toMatchObject({ status: 200, text: 'ready\n' });
});

test('what cannot be read is told so, and nothing breaks', async ({ page }) => {
  const own = { origin: address().origin, 'content-type': 'application/json' };
  expect((await raw('/api/runs/%ff')).status).toBe(400);
  expect((await raw('/api/session', { ...own, origin: 'null' }, '{}')).status).toBe(404);
  expect((await raw('/api/session', own, 'no json')).status).toBe(422);
  expect((await raw('/sign-in?next=/a&next=/b')).status).toBe(200);
  await enterAs(page, 'analyst');
  const year0 = '/api/plan?territories=quay&from=0000-01-01&to=0000-01-02';
  expect((await callAs(page, year0)).status).toBe(422);
  const body = {
    extent: { territoryIds: ['quay'], firstDate: '2026-06-12', lastDate: '2026-06-12' },
    playbookVersionIds: ['everyday-1'],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds: true },
  };
  expect((await callAs(page, '/api/runs', { method: 'POST', body })).status).toBe(422);
});

test('a body has its limit, told at once by its length and at the latest where it is passed', async () => {
  const own = { origin: address().origin, 'content-type': 'application/json' };
  const claimed = await raw('/api/session', { ...own, 'content-length': '50000000' }, '{').catch(() => null);
  expect(claimed?.status ?? 413).toBe(413);
  const large = JSON.stringify({ email: 'a'.repeat(700_000), password: 'x' });
  expect((await raw('/api/session', own, large)).status).toBe(413);
  const chunked = { ...own, 'transfer-encoding': 'chunked' };
  expect((await raw('/api/session', chunked, large)).status).toBe(413);
});

test('signing in leads to pages of our own only', async ({ page }) => {
  for (const next of ['/%09/elsewhere.example', '//elsewhere.example', '/\\elsewhere.example']) {
    await page.goto(`/sign-in?next=${encodeURIComponent(decodeURIComponent(next))}`);
    await page.getByRole('button', { name: /Runa Veldt/ }).click();
    // The address of the sign-in page names the other host too: only leaving that page counts.
    await page.waitForURL((url) => url.pathname !== '/sign-in');
    expect(new URL(page.url()).host).toBe(address().host);
    await page.context().clearCookies();
  }
});

test('a stream of events ends with the session', async ({ page }) => {
  await enterByDoor(page, 'analyst');
  const ended = page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        void fetch('/api/events').then(async (response) => {
          const reader = response.body?.getReader();
          for (;;) {
            const part = await reader?.read();
            if (!part || part.done) return resolve('ended');
          }
        });
        setTimeout(() => resolve('still open'), 10_000);
      }),
  );
  await page.waitForTimeout(500);
  await callAs(page, '/api/session', { method: 'DELETE', body: {} });
  expect(await ended).toBe('ended');
});

test('wrong passwords from one place are slowed, and keep nobody else out', async ({ browser }) => {
  const page = await browser.newPage();
  await page.goto('/sign-in');
  const tried = (email: string, password: string) =>
    callAs(page, '/api/session', { method: 'POST', body: { email, password } });
  let slowed = 0;
  for (let i = 0; i < 10; i++) if ((await tried('nobody@orrimay.example', 'wrong')).status === 429) slowed++;
  expect(slowed).toBeGreaterThan(0);
  // Other addresses from the same place are not touched by it.
  expect((await tried('east@orrimay.example', 'orrimay-demo')).status).toBe(200);
  await page.close();
});
