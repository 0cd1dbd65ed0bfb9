import { callAs, enterAs, startRunBy } from './steps';
import { expect, type Page, test } from './test';

/** Many people at once: one wins, the others are told, and nobody waits for ever. */
const ROUNDS = Number(process.env.LIME_ROUNDS ?? 12);
const DAY = '2026-06-16';
/** Two drafts that are the same would both be taken, for the second asks nothing more: they weigh differently, over a day that is no small one. */
const OTHER = 'thrifty-1';
const PLAN = `/api/plan?territories=north&from=${DAY}&to=${DAY}`;

const people = async (page: Page): Promise<string> =>
  JSON.stringify((JSON.parse((await callAs(page, PLAN)).text) as { people: unknown }).people);
const post = (page: Page, path: string) => callAs(page, path, { method: 'POST', body: {} });

/** All at once: statuses and bodies in order. */
const together = (page: Page, paths: readonly string[], bodies: readonly unknown[] = []) =>
  Promise.all(paths.map((path, i) => callAs(page, path, { method: 'POST', body: bodies[i] ?? {} })));

test('of two acceptances at once one wins, and the plan is never a mixture', async ({ page }) => {
  test.setTimeout(60_000 + ROUNDS * 3000);
  await enterAs(page, 'analyst');
  const before = await people(page);
  const drafts = [await startRunBy(page, 'north', DAY, 1), await startRunBy(page, 'north', DAY, 1, OTHER)];
  const states: string[] = [];
  for (const id of drafts) {
    const { text } = await post(page, `/api/drafts/draft-${id}/accept`);
    states.push(await people(page));
    await post(page, `/api/commands/${(JSON.parse(text) as { commandId: number }).commandId}/undo`);
    expect(await people(page)).toBe(before);
  }
  const wins = [0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const answers = await together(
      page,
      drafts.map((id) => `/api/drafts/draft-${id}/accept`),
    );
    const winner = answers.findIndex((a) => a.status === 200);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    expect(await people(page)).toBe(states[winner]);
    wins[winner]!++;
    const { commandId } = JSON.parse(answers[winner]!.text) as { commandId: number };
    expect((await post(page, `/api/commands/${commandId}/undo`)).status).toBe(200);
    expect(await people(page)).toBe(before);
  }
  expect(wins[0]! + wins[1]!).toBe(ROUNDS);
});

test('ten acceptances of one stale draft and many starts at once are answered, and nothing hangs', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  const stale = await startRunBy(page, 'north', DAY, 1);
  const fresh = await startRunBy(page, 'north', DAY, 1, OTHER);
  const accepted = await post(page, `/api/drafts/draft-${fresh}/accept`);
  expect(accepted.status).toBe(200);
  const { commandId } = JSON.parse(accepted.text) as { commandId: number };
  const began = Date.now();
  const refused = await together(
    page,
    Array.from({ length: 10 }, () => `/api/drafts/draft-${stale}/accept`),
  );
  expect(new Set(refused.map((r) => r.status))).toEqual(new Set([409]));
  await post(page, `/api/commands/${commandId}/undo`);
  const body = (day: number) => ({
    extent: { territoryIds: ['heights'], firstDate: `2026-06-${day}`, lastDate: `2026-06-${day}` },
    playbookVersionIds: ['everyday-1'],
    mayMove: 'loose',
    budget: { kind: 'seconds', seconds: 1 },
  });
  const days = Array.from({ length: 24 }, (_, i) => [15, 16, 17, 18][i % 4]!);
  const started = await together(
    page,
    days.map(() => '/api/runs'),
    days.map(body),
  );
  const codes = started.map((r) => r.status);
  expect(codes.filter((c) => c === 200)).toHaveLength(4);
  expect(codes.every((c) => c === 200 || c === 409)).toBe(true);
  for (const { status, text } of started)
    if (status === 409) expect(JSON.parse(text)).toMatchObject({ facts: { runId: expect.any(String) } });
  expect(Date.now() - began).toBeLessThan(30_000);
  expect((await callAs(page, PLAN)).status).toBe(200);
});

test('a user has so many runs waiting and no more', async ({ page }) => {
  await enterAs(page, 'analyst');
  const body = (seconds: number, day: number, territory: string) => ({
    extent: { territoryIds: [territory], firstDate: `2026-06-${day}`, lastDate: `2026-06-${day}` },
    playbookVersionIds: ['everyday-1'],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds },
  });
  const wanted = ['north', 'quay', 'sallow', 'farside'].flatMap((t) =>
    [15, 16, 17, 19].map((d) => body(60, d, t)),
  );
  const codes: number[] = [];
  const ids: string[] = [];
  for (const b of wanted) {
    const { status, text } = await callAs(page, '/api/runs', { method: 'POST', body: b });
    codes.push(status);
    if (status === 200) ids.push((JSON.parse(text) as { id: string }).id);
  }
  expect(codes.filter((c) => c === 429).length).toBeGreaterThan(0);
  // Another's run has its turn before the rest of these.
  const other = await page.context().browser()!.newPage();
  await enterAs(other, 'west');
  const { text } = await callAs(other, '/api/runs', { method: 'POST', body: body(1, 16, 'westisle') });
  const theirs = (JSON.parse(text) as { id: string }).id;
  for (const id of ids.slice(0, 1)) await post(page, `/api/runs/${id}/stop`);
  await expect
    .poll(
      async () =>
        (JSON.parse((await callAs(other, `/api/runs/${theirs}`)).text) as { status: string }).status,
      {
        timeout: 40_000,
      },
    )
    .toBe('done');
  const waiting = (
    JSON.parse((await callAs(page, '/api/runs')).text) as { id: string; status: string }[]
  ).filter((r) => r.status === 'queued');
  expect(waiting.length).toBeGreaterThan(5);
  for (const id of ids) await post(page, `/api/runs/${id}/stop`);
  await other.close();
});
