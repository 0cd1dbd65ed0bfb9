import { expect, type Page } from '@playwright/test';

export const PEOPLE = {
  analyst: 'Runa Veldt',
  east: 'Joss Ambrey',
  west: 'Tamsin Orlow',
  manager: 'Hale Quenby',
} as const;

/** Comes in as one of the demo's people. */
export async function enterAs(page: Page, who: keyof typeof PEOPLE): Promise<void> {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(PEOPLE[who]) }).click();
  await expect(page.getByText('Loose ends').first()).toBeVisible();
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
export function callAs(
  page: Page,
  path: string,
  options: { method?: string; body?: unknown } = {},
): Promise<{ status: number; text: string }> {
  return page.evaluate(
    async ({ path, options }) => {
      const response = await fetch(path, {
        method: options.method ?? 'GET',
        ...(options.body === undefined
          ? {}
          : { body: JSON.stringify(options.body), headers: { 'Content-Type': 'application/json' } }),
      });
      return { status: response.status, text: await response.text() };
    },
    { path, options },
  );
}

/** Starts a run through the API, waits for its draft and gives the run's id. */
export async function startRunBy(
  page: Page,
  territory: string,
  date: string,
  seconds: number,
): Promise<string> {
  const body = {
    extent: { territoryIds: [territory], firstDate: date, lastDate: date },
    playbookVersionIds: ['everyday-1'],
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
