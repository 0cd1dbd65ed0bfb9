import { callAs, enterAs } from './steps';
import { expect, type Page, test } from './test';

const base = process.env.LIME_ADDRESS ?? 'http://127.0.0.1:3399';

interface Look {
  readonly status: number;
  readonly text: string;
  readonly headers: string;
  readonly ms: number;
}

/** What somebody without an account is answered, as it is read. */
async function look(path: string): Promise<Look> {
  const from = performance.now();
  const response = await fetch(`${base}${path}`, { redirect: 'manual' });
  const text = await response.text();
  return {
    status: response.status,
    text: text
      .replaceAll(/<(script|style)[\s\S]*?<\/\1>/g, '')
      .replaceAll(/<[^>]*>/g, ' ')
      .replaceAll(/\s+/g, ' ')
      .trim(),
    headers: [...response.headers.keys()].sort().join(),
    ms: performance.now() - from,
  };
}

async function serials(page: Page): Promise<string[]> {
  const { rows } = JSON.parse((await callAs(page, '/api/objects/assets?pageSize=40')).text) as {
    rows: { serial: string }[];
  };
  return rows.map((r) => r.serial);
}

test('the public page tells nothing of others: by texts, counts, addresses or how long it takes', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  const known = (await serials(page)).slice(0, 8);
  const names: string[] = [];
  for (const object of ['technicians', 'customers', 'sites', 'territories', 'crews']) {
    const { rows } = JSON.parse((await callAs(page, `/api/objects/${object}?pageSize=500`)).text) as {
      rows: { name: string }[];
    };
    names.push(...rows.map((r) => r.name));
  }
  const at = (kind: string, code: string): string =>
    `/book?kind=${encodeURIComponent(kind)}&code=${encodeURIComponent(code)}`;

  // A code that means nothing, a kind that is not on offer, rubbish: one and the same answer.
  const strange: readonly (readonly [kind: string, code: string])[] = [
    ['terminal', 'OC-99999999'],
    ['terminal', 'site-1'],
    ['terminal', 'order-1009'],
    ['terminal', 'W-1009'],
    ['terminal', '%%'],
    ['terminal', "' or 1=1 --"],
    ['terminal', '../../api/plan'],
  ];
  const answers: Look[] = [];
  for (const [kind, code] of strange) answers.push(await look(at(kind, code)));
  for (const answer of answers) {
    expect(answer.status).toBe(200);
    expect(answer.text).toContain('There is no time on offer for that.');
    expect(answer.headers).toBe(answers[0]!.headers);
    expect(answer.text).toBe(answers[0]!.text);
  }

  // How long it takes says nothing: each takes its time, and one that is known no more than another.
  const times = { known: [] as number[], unknown: [] as number[] };
  for (const [i, code] of known.entries()) {
    const found = await look(at('terminal', code));
    times.known.push(found.ms);
    times.unknown.push((await look(at('terminal', `OC-77${i}0077`))).ms);
    for (const name of names) expect(found.text, `${code} tells ${name}`).not.toContain(name);
  }
  const median = (list: readonly number[]): number =>
    [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
  expect(Math.min(...times.known, ...times.unknown)).toBeGreaterThan(650);
  const ratio = median(times.known) / median(times.unknown);
  expect(ratio).toBeGreaterThan(1 / 3);
  expect(ratio).toBeLessThan(3);

  // Bookings are found by their secret alone.
  const none = await look('/book/no-such-secret');
  expect(none.status).toBe(404);
  for (const id of ['order-1009', 'W-1009', '1', '..%2Fplan', 'x'.repeat(32)]) {
    const answer = await look(`/book/${id}`);
    expect([id, answer.status, answer.text]).toEqual([id, 404, none.text]);
  }

  // All else asks for a session, and says the same of what there is and what there is not.
  for (const path of [
    '/api/work/orders/order-1009',
    '/api/work/orders/no-such',
    '/api/work/mails',
    '/api/work/messages',
    '/api/work/happened/sites/site-1',
    '/api/objects/customers',
    '/api/objects/customers/no-such',
  ]) {
    const answer = await look(path);
    expect([path, answer.status, answer.text]).toEqual([path, 401, '{"code":"signed-out","facts":{}}']);
  }
});

test('what is sent to the public page and is not right is told by a code, and nothing else', async () => {
  const sent = async (path: string, body: Record<string, string>, origin = base): Promise<string> => {
    const response = await fetch(`${base}${path}`, {
      method: 'POST',
      redirect: 'manual',
      headers: { Origin: origin, 'Content-Type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams(body).toString(),
    });
    expect(response.status).toBe(303);
    expect(await response.text()).toBe('');
    return new URL(response.headers.get('location') ?? '', base).searchParams.get('problem') ?? '';
  };
  const who = { caller: 'Somebody', email: 'a@b.example', phone: '', note: '' };
  const codes = [
    await sent('/api/book', {}),
    await sent('/api/book', { kind: 'terminal', code: 'no-such', window: '1781089200-1781092800', ...who }),
    await sent('/api/book', { kind: 'no-such', code: 'no-such', window: '', ...who }),
    await sent('/api/book/no-such-secret', { act: 'cancel' }),
    await sent('/api/book', { kind: 'terminal', code: 'no-such', ...who }, 'http://elsewhere.example'),
  ];
  for (const code of codes) expect(code).toMatch(/^[a-z-]+$/);
  expect(codes.slice(1)).toEqual(['window-gone', 'window-gone', 'not-found', 'not-found']);
});
