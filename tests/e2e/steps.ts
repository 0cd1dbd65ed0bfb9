import { expect, type Page } from '@playwright/test';

export const PEOPLE = {
  analyst: 'Runa Veldt',
  east: 'Joss Ambrey',
  west: 'Tamsin Orlow',
  manager: 'Hale Quenby',
  field: 'Suna Kettlevane',
} as const;

/** Comes in by the door as one of the demo's people, and is at the plan. */
export async function enterByDoor(page: Page, who: keyof typeof PEOPLE): Promise<void> {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(PEOPLE[who]) }).click();
  await expect(page.getByText('Loose ends').first()).toBeVisible();
}

const origins = new WeakMap<Page, string>();

/** Where the page is, or would be. */
async function originOf(page: Page): Promise<string> {
  if (page.url().startsWith('http')) return new URL(page.url()).origin;
  const known = origins.get(page) ?? new URL((await page.request.get('/readyz')).url()).origin;
  origins.set(page, known);
  return known;
}

/** Comes in as one of the demo's people, with no page open yet: most tests go on to one of their own. */
export async function enterAs(page: Page, who: keyof typeof PEOPLE): Promise<void> {
  const answer = await page.request.post('/api/session', {
    data: { email: `${who}@orrimay.example`, password: 'orrimay-demo' },
    headers: { Origin: await originOf(page) },
  });
  expect(answer.status(), await answer.text()).toBe(200);
}

/** Opens one territory on one day. */
export async function openDay(page: Page, territory: string, date: string): Promise<void> {
  await page.goto(`/plan?territories=${territory}&from=${date}`);
  await expect(page.locator('[data-person]').first()).toBeVisible();
}

/** Fills the composer that opens on what is on screen, and starts the run. */
export async function startRun(page: Page, seconds: number): Promise<string> {
  await page.getByRole('button', { name: 'Optimize' }).click();
  await page.getByLabel('Seconds to search').fill(String(seconds));
  await page.getByRole('button', { name: 'Start the run' }).click();
  await page.waitForURL(/\/plan\/runs\//);
  return page.url().split('/').at(-1) ?? '';
}

export async function runIsDone(page: Page, timeout = 60_000): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Run is done' })).toBeVisible({ timeout });
}

/** Calls our API as the page's user and origin. */
export async function callAs(
  page: Page,
  path: string,
  options: { method?: string; body?: unknown } = {},
): Promise<{ status: number; text: string }> {
  const origin = await originOf(page);
  const answer = await page.request.fetch(`${origin}${path}`, {
    method: options.method ?? 'GET',
    headers: { Origin: origin, 'Content-Type': 'application/json' },
    ...(options.body === undefined ? {} : { data: JSON.stringify(options.body) }),
  });
  return { status: answer.status(), text: await answer.text() };
}

/** Starts a run through the API, waits for its draft and gives the run's id. */
export async function startRunBy(
  page: Page,
  territory: string,
  date: string,
  seconds: number,
  playbookVersionId = 'everyday-1',
): Promise<string> {
  const body = {
    extent: { territoryIds: [territory], firstDate: date, lastDate: date },
    playbookVersionIds: [playbookVersionId],
    mayMove: 'all',
    budget: { kind: 'seconds', seconds },
  };
  const { text } = await callAs(page, '/api/runs', { method: 'POST', body });
  const { id } = JSON.parse(text) as { id: string };
  await expect
    .poll(
      async () => (JSON.parse((await callAs(page, `/api/runs/${id}`)).text) as { status: string }).status,
      {
        timeout: 60_000,
      },
    )
    .toBe('done');
  return id;
}
