import pg from 'pg';
import { callAs, enterAs } from './steps';
import { expect, test } from './test';

interface Day {
  readonly now: number;
  readonly player: { readonly pace: number };
  readonly figures: {
    readonly onTime: number;
    readonly begun: number;
    readonly done: number;
    readonly all: number;
  };
  readonly visits: Readonly<
    Record<string, { readonly windows: readonly { startAt: number; endAt: number }[] }>
  >;
  readonly people: readonly {
    readonly id: string;
    readonly stops: readonly { readonly visitId: string; readonly part: number; readonly state: string }[];
  }[];
  readonly needs: readonly {
    readonly kind: string;
    readonly personId: string | null;
    readonly visitId: string | null;
  }[];
}

const TERRITORIES = ['westisle', 'north', 'quay', 'sallow', 'heights', 'farside'];
const DATE = '2026-06-09';
const DAY = `/api/day?territories=${TERRITORIES.join(',')}&date=${DATE}`;
/** The whole day from 06:00 to 20:00, should the machine be slow. */
const MOST_MS = 400_000;

/** What the log alone has of the day: what counts, in the order in which it was received. */
async function readLog() {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  try {
    const { rows } = await client.query<{ visit_id: string; part: number; kind: string; at: Date }>(
      `select visit_id, part, kind, at from field_reports
       where date = '${DATE}' and refused is null and visit_id is not null order by seq`,
    );
    return rows;
  } finally {
    await client.end();
  }
}

test.describe('a day that is played', () => {
  test.setTimeout(MOST_MS + 120_000);

  test('at 600 times ends with every visit accounted for and figures that the log gives too; two browsers and a phone follow', async ({
    page,
    browser,
  }) => {
    await enterAs(page, 'analyst');
    await page.goto('/day');
    const second = await browser.newPage();
    await enterAs(second, 'east');
    await second.goto('/day');
    const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await enterAs(phone, 'field');
    await phone.goto('/field');
    const player = page.getByRole('region', { name: 'Day player' });
    await player.getByLabel('Seed').fill('3');
    await player.getByRole('button', { name: 'From 06:00' }).click();
    await expect(page.getByText('06:00', { exact: true }).first()).toBeVisible();
    await expect(phone.getByText('It is 06:00')).toBeVisible();
    // One report further, and no more.
    await player.getByRole('button', { name: 'Step' }).click();
    await expect.poll(async () => (await readLog()).length).toBeGreaterThan(0);
    await player.getByLabel('How fast').selectOption('600');
    await player.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(player.getByRole('button', { name: 'Pause' })).toBeVisible();

    // Whoever is out has their day given to others, as somebody at a desk would.
    const until = Date.now() + MOST_MS;
    let day: Day;
    do {
      await page.waitForTimeout(2000);
      day = JSON.parse((await callAs(page, DAY)).text) as Day;
      for (const need of day.needs.filter((n) => n.kind === 'out')) {
        const asked = { territoryIds: TERRITORIES, date: DATE, for: 'out', personId: need.personId };
        const { text } = await callAs(
          page,
          `/api/day/ways?territories=${TERRITORIES.join(',')}&date=${DATE}&for=out&person=${need.personId}`,
        );
        const [way] = (JSON.parse(text) as { ways: { key: string; price: number }[] }).ways ?? [];
        if (!way) continue;
        // The day goes on meanwhile: then it is asked again the next time.
        await callAs(page, '/api/day/ways', {
          method: 'POST',
          body: { ...asked, key: way.key, price: way.price },
        });
      }
    } while (day.player.pace > 0 && Date.now() < until);
    expect(day.player.pace).toBe(0);

    // Every visit of the day is over, or somebody is told of it.
    const told = new Set(day.needs.map((n) => n.visitId));
    const out = new Set(day.needs.filter((n) => n.kind === 'out').map((n) => n.personId));
    const open = day.people.flatMap((p) =>
      p.stops.filter(
        (s) =>
          s.visitId !== '' &&
          s.state !== 'done' &&
          s.state !== 'not-done' &&
          !told.has(s.visitId) &&
          !out.has(p.id),
      ),
    );
    expect(open).toEqual([]);
    expect(day.figures.done).toBeGreaterThan(80);

    // The figures are those that the log alone gives.
    const log = await readLog();
    const seated = new Set(day.people.flatMap((p) => p.stops.map((s) => `${s.visitId} ${s.part}`)));
    const keyOf = (r: { visit_id: string; part: number }): string => `${r.visit_id} ${r.part}`;
    const done = new Set(log.filter((r) => r.kind === 'done').map(keyOf));
    expect([...done].filter((k) => seated.has(k)).length).toBe(day.figures.done);
    const begun = new Map(log.filter((r) => r.kind === 'arrived').map((r) => [keyOf(r), r]));
    const failed = new Set(log.filter((r) => r.kind === 'not-done').map(keyOf));
    const counted = [...begun.values()].filter(
      (r) =>
        seated.has(keyOf(r)) && !failed.has(keyOf(r)) && (day.visits[r.visit_id]?.windows.length ?? 0) > 0,
    );
    expect(counted.length).toBe(day.figures.begun);
    const onTime = counted.filter(
      (r) => r.at.getTime() / 1000 <= Math.max(...day.visits[r.visit_id]!.windows.map((w) => w.endAt)),
    );
    expect(onTime.length).toBe(day.figures.onTime);

    // All three followed: what they show is the evening.
    await expect(page.getByText('20:00', { exact: true }).first()).toBeVisible();
    await expect(second.getByText('20:00', { exact: true }).first()).toBeVisible();
    await expect(page.getByText(`${day.figures.done} of ${day.figures.all}`, { exact: true })).toBeVisible();
    await expect(phone.getByText(/It is 20:00/)).toBeVisible();
    // The demo's day stands where it did.
    await callAs(page, '/api/day/player', { method: 'POST', body: { do: 'end' } });
    await second.close();
    await phone.close();
  });
});
