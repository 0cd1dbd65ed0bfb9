/** Time from a click to a drawn plan, 36 and 200 people: `LIME_ADDRESS=http://127.0.0.1:3300 npx tsx bench/plan-page.mts` (demo mode). */
import { chromium } from '@playwright/test';

const address = process.env.LIME_ADDRESS ?? 'http://127.0.0.1:3300';
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;

interface View {
  people: { id: string; name: string }[];
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
await page.goto('/sign-in');
await page
  .getByRole('button', { name: /analyst/ })
  .first()
  .click();
await page.waitForSelector('g[data-visit]');

async function clicks(): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < 6; i++) {
    const button = page.getByRole('button', { name: i % 2 === 0 ? 'Later' : 'Earlier' });
    const before = await page.locator('g[data-visit]').first().getAttribute('data-visit');
    const at = Date.now();
    await button.click();
    await page.waitForFunction((old) => {
      const first = document.querySelector('g[data-visit]')?.getAttribute('data-visit');
      return (
        first !== null &&
        first !== undefined &&
        first !== old &&
        document.querySelector('[aria-busy=true]') === null
      );
    }, before);
    times.push(Date.now() - at);
  }
  return times;
}

/** Slowest and median frame while the cords are scrolled from top to bottom. */
async function frames(): Promise<{ median: number; worst: number }> {
  const gaps = await page.evaluate(async () => {
    const rows = document.querySelector('[role=application]');
    const out: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 120; i++) {
      rows?.scrollBy(0, 60);
      await new Promise(requestAnimationFrame);
      out.push(performance.now() - last);
      last = performance.now();
    }
    return out;
  });
  return { median: median(gaps), worst: Math.max(...gaps) };
}

console.log(
  '36 people: click to drawn, ms, median',
  median(await clicks()),
  'scroll frames, ms',
  await frames(),
);
await page.route('**/api/plan?*', async (route) => {
  const response = await route.fetch();
  const view = (await response.json()) as View;
  const people = Array.from({ length: 200 }, (_, i) => ({
    ...view.people[i % view.people.length]!,
    id: `copy-${i}`,
  }));
  await route.fulfill({ response, json: { ...view, people } });
});
console.log(
  '200 people: click to drawn, ms, median',
  median(await clicks()),
  'scroll frames, ms',
  await frames(),
);
await browser.close();
