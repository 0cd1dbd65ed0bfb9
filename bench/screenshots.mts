/** Pictures of the main views for docs/screenshots: `LIME_ADDRESS=http://127.0.0.1:3300 npx tsx bench/screenshots.mts` on a fresh demo. */
import { chromium, type Page } from '@playwright/test';

const address = process.env.LIME_ADDRESS ?? 'http://127.0.0.1:3300';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });

async function shoot(name: string, settle = 700): Promise<void> {
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await page.waitForTimeout(settle);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}

async function openPlan(query: string): Promise<void> {
  await page.goto(`/plan?${query}`);
  await page.waitForSelector('[data-person]');
}

async function startRun(seconds: string): Promise<void> {
  await page.getByRole('button', { name: 'Optimize' }).click();
  await page.getByLabel('Seconds to search').fill(seconds);
}

/** A visit with a history and a promised window, somewhere on the first screen. */
async function openVisit(from: Page): Promise<void> {
  await from.locator('g[data-visit]').nth(14).click();
  await from.getByText('What happened').waitFor();
}

await page.goto('/sign-in');
await page
  .getByRole('button', { name: /analyst/ })
  .first()
  .click();
await page.waitForSelector('[data-person]');
await openPlan('from=2026-06-08&to=2026-06-21');
await startRun('30');
await page.getByRole('button', { name: 'Start the run' }).click();
await page.getByText('Best price').waitFor({ timeout: 30_000 });
await page.waitForTimeout(14_000);
await shoot('run', 0);
await page.getByRole('heading', { name: 'Run is done' }).waitFor({ timeout: 60_000 });
await page.getByRole('link', { name: 'Open the draft' }).click();
await page.waitForSelector('[data-person]');
await shoot('fortnight', 2000);
const draft = new URL(page.url()).searchParams.get('plan') ?? '';
await openPlan(`plan=${draft}&from=2026-06-09`);
await shoot('draft', 1500);
await page.goto(
  `/plan/compare?plans=live,${draft}&territories=farside,heights,north,quay,sallow,westisle&from=2026-06-08&to=2026-06-21`,
);
await page.getByText('What costs what').waitFor({ timeout: 30_000 });
await shoot('compare', 3000);
const { looseIds } = (await page.evaluate(async (plan) => {
  const answer = await fetch(`/api/plan?plan=${plan}&territories=quay&from=2026-06-09&to=2026-06-12`);
  return answer.json();
}, draft)) as { looseIds: string[] };
await openPlan(`plan=${draft}&territories=quay&from=2026-06-09&to=2026-06-12&selected=visit:${looseIds[0]}`);
await page.getByRole('button', { name: 'Find it by trying' }).click();
await page
  .getByText(/try as a draft|Nothing helped/)
  .first()
  .waitFor({ timeout: 60_000 });
await page.getByRole('complementary', { name: 'Lens' }).evaluate((lens) => lens.scrollTo(0, 360));
await shoot('why', 600);
await openPlan(`plan=${draft}&from=2026-06-09`);
await page.getByRole('button', { name: 'Accept as live plan' }).click();
await page.getByRole('button', { name: 'Make it the live plan' }).click();
await page.getByText('is now the live plan').waitFor({ timeout: 30_000 });
await openPlan('from=2026-06-09');
await shoot('plan', 1200);
await openVisit(page);
await shoot('lens');
await openPlan('from=2026-06-09&layout=both&territories=quay,sallow&selected=person:tech-15');
await shoot('map', 3000);
await page.goto('/playbooks');
await page.getByText('Everybody', { exact: true }).waitFor({ timeout: 30_000 });
await shoot('playbook');
await openPlan('from=2026-06-09&territories=quay,north&layout=both');
await page.getByRole('button', { name: 'Dark theme' }).click();
await shoot('dark', 3000);
await page.getByRole('button', { name: 'Light theme' }).click();
await page.goto('/set-up');
await page.getByText('What holds work up').waitFor();
await shoot('set-up');
await page.goto('/set-up/technicians/tech-13');
await page.getByRole('button', { name: /^Longest leg: any time/ }).click();
await page.getByRole('textbox', { name: 'Longest leg, min' }).fill('12');
await page.keyboard.press('Enter');
await page.locator('[data-effect]').getByText('would break a rule').waitFor();
await shoot('person');
await page.getByRole('button', { name: 'Take back' }).click();
await page.goto('/set-up/matrix');
await page.getByRole('gridcell', { name: 'Mazzo Dunnavay, Safety inspection: not held' }).focus();
await page.keyboard.press('4');
await page.locator('[data-effect] li, [data-effect] p').first().waitFor();
await shoot('skills');
await page.goto('/set-up/map');
await page.locator('.leaflet-container canvas').waitFor();
await shoot('territories', 1500);
await page.goto('/work/call?request=request-2');
await page.locator('button[data-best="true"]').first().click({ timeout: 30_000 });
await page.getByText('held for this call').waitFor();
await shoot('promise', 1200);
await page.getByRole('button', { name: 'Promise it' }).click();
await page.getByText('Told them of the time').waitFor({ timeout: 30_000 });
await shoot('order', 1200);
const phone = await browser.newPage({ viewport: { width: 390, height: 844 }, baseURL: address });
await phone.goto('/book?kind=terminal&code=OC-10007');
await phone.getByText('Who are you?').waitFor();
await phone.screenshot({ path: 'docs/screenshots/book.png' });
await phone.goto('/sign-in');
await phone.getByRole('button', { name: /technician/ }).click();
await phone.getByText('all sent').waitFor();
await phone.waitForTimeout(800);
await phone.screenshot({ path: 'docs/screenshots/phone.png' });
// Last, for it takes back the morning: the day played until one o'clock.
const steer = (body: object) =>
  page.request.post(`${address}/api/day/player`, { data: body, headers: { Origin: address } });
await steer({ do: 'begin', seed: 3, pace: 600 });
await page.goto('/day');
await page
  .getByText(/^1[3-9]:\d\d$/)
  .first()
  .waitFor({ timeout: 300_000 });
await steer({ do: 'pause' });
await shoot('day', 5000);
await browser.close();
