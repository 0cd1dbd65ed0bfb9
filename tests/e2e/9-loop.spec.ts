import { expectAccessible } from './accessible';
import { callAs, enterAs, openDay } from './steps';
import { expect, type Page, test } from './test';

const TERRITORIES = ['heights', 'quay'];
const DAYS = { from: '2026-06-17', to: '2026-06-18' };
const QUERY = `territories=${TERRITORIES.join(',')}&from=${DAYS.from}&to=${DAYS.to}`;

interface Placed {
  readonly visits: readonly { readonly id: string; readonly territoryId: string }[];
  readonly people: readonly {
    readonly id: string;
    readonly shifts: readonly {
      readonly route: {
        readonly stops: readonly { readonly visitId: string; readonly startAt: number }[];
      } | null;
    }[];
  }[];
}

/** Where a plan has the visits of a territory. */
async function placesIn(page: Page, plan: string, territoryId: string): Promise<string[]> {
  const { text } = await callAs(page, `/api/plan?plan=${plan}&${QUERY}`);
  const view = JSON.parse(text) as Placed;
  const own = new Set(view.visits.filter((v) => v.territoryId === territoryId).map((v) => v.id));
  return view.people
    .flatMap((p) =>
      p.shifts.flatMap((s) =>
        (s.route?.stops ?? [])
          .filter((x) => own.has(x.visitId))
          .map((x) => `${x.visitId} ${p.id} ${x.startAt}`),
      ),
    )
    .sort();
}

test('the loop: a playbook copied and changed, tried at once, run beside the old one, compared, and in part accepted', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await enterAs(page, 'analyst');
  await page.goto('/playbooks');
  await page.getByRole('button', { name: 'copy', exact: true }).click();
  await page.getByLabel('Name of the copy').fill('Dear overtime');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { name: 'Dear overtime', level: 1 })).toBeVisible();

  // What it does changes at once, before anything is stored.
  const does = page.getByRole('region', { name: 'What it does' });
  const all = does.getByRole('row', { name: /^All/ });
  await expect(all).toBeVisible({ timeout: 30_000 });
  const before = await all.textContent();
  await page.getByLabel('Price of Overtime, an hour').fill('300');
  await expect(page.getByText('changed, not saved')).toBeVisible();
  await expect(all).not.toHaveText(before ?? '', { timeout: 15_000 });
  await page.getByRole('switch', { name: 'Skills' }).click();
  await expect(page.getByRole('switch', { name: 'Skills' })).toHaveAttribute('aria-checked', 'false');
  await page.getByRole('button', { name: 'take back' }).click();
  await expect(page.getByRole('switch', { name: 'Skills' })).toHaveAttribute('aria-checked', 'true');
  await expectAccessible(page, 'playbook, changed');
  await page.getByRole('button', { name: 'Save version' }).click();
  await expect(page.getByRole('dialog').getByRole('row', { name: /Overtime, an hour/ })).toContainText(
    '300.00',
  );
  await page.getByLabel('What changed and why').fill('Overtime must hurt');
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.getByRole('button', { name: 'version 2', exact: true })).toBeVisible();

  // Both as a batch, from the composer.
  await page.getByRole('link', { name: 'Optimize with this' }).click();
  await page.waitForURL(/\/plan\?optimize=/);
  await openDay(page, 'quay', DAYS.from);
  await page.goto(`/plan?${QUERY}`);
  await page.getByRole('button', { name: 'Optimize', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Playbook' }).click();
  await page.getByRole('option', { name: /Dear overtime/ }).click();
  await page.keyboard.press('Escape');
  await dialog.getByLabel('Seconds to search').fill('3');
  await expect(dialog.getByText(/Everyday and Dear overtime|Dear overtime and Everyday/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Start 2 runs' }).click();
  await page.waitForURL(/\/plan\/runs\//);
  await expect(page.getByRole('heading', { name: 'The batch' })).toBeVisible();
  const compare = page.getByRole('link', { name: 'Compare the drafts with the live plan' });
  await expect(compare).toBeVisible({ timeout: 90_000 });
  await expectAccessible(page, 'run of a batch');

  // Side by side.
  await compare.click();
  await expect(page.getByRole('heading', { name: 'What costs what' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('columnheader', { name: /Dear overtime/ }).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /^Overtime/ }).first()).toBeVisible();
  await expectAccessible(page, 'compare');
  const plans = new URL(page.url()).searchParams.get('plans')!.split(',');
  const draft = plans[1]!;

  // Why a loose end is one, and one thing allowed as a draft.
  const { text } = await callAs(page, `/api/plan?plan=${draft}&${QUERY}`);
  const loose = (JSON.parse(text) as { looseIds: string[] }).looseIds;
  expect(loose.length).toBeGreaterThan(0);
  let tried = false;
  for (const id of loose.slice(0, 6)) {
    await page.goto(`/plan?plan=${draft}&${QUERY}&selected=${encodeURIComponent(`visit:${id}`)}`);
    const lens = page.getByRole('complementary', { name: 'Lens' });
    await expect(lens.getByRole('list', { name: 'Person-days left after each rule' })).toBeVisible({
      timeout: 20_000,
    });
    await lens.getByRole('button', { name: 'Find it by trying' }).click();
    const answer = lens.getByRole('button', { name: 'try as a draft' }).first();
    await expect(answer.or(lens.getByText('Nothing helped by itself'))).toBeVisible({ timeout: 60_000 });
    if (!(await answer.isVisible())) continue;
    const step = lens.getByRole('button', { name: /: \d+$/ }).first();
    await step.click();
    await expect(step).toHaveAttribute('aria-expanded', 'true');
    await expectAccessible(page, 'why a loose end');
    await answer.click();
    await page.waitForURL(
      (url) =>
        url.searchParams.get('plan')?.startsWith('draft-') === true && url.searchParams.get('plan') !== draft,
    );
    await expect(page.getByLabel('Plan on screen')).toHaveValue(/^draft-/);
    await expect(page.getByText('nothing live has changed')).toBeVisible();
    tried = true;
    break;
  }
  expect(tried).toBe(true);

  // One territory of the draft, the rest as it was, and back again.
  const rest = await placesIn(page, 'live', 'heights');
  const own = await placesIn(page, 'live', 'quay');
  await page.goto(`/plan?plan=${draft}&${QUERY}`);
  await page.getByRole('button', { name: 'Accept as live plan' }).click();
  const accept = page.getByRole('dialog');
  await accept.getByText('territories', { exact: true }).click();
  await accept.getByRole('combobox', { name: 'Territories' }).click();
  await page.getByRole('option', { name: 'Quay' }).click();
  await page.keyboard.press('Escape');
  await expect(accept.getByRole('status')).toContainText('change', { timeout: 20_000 });
  await expectAccessible(page, 'accept a part');
  await accept.getByRole('button', { name: 'Take this part' }).click();
  await expect(page.getByText(/Part of Draft|is now the live plan/)).toBeVisible({ timeout: 20_000 });
  expect(await placesIn(page, 'live', 'heights')).toEqual(rest);
  expect(await placesIn(page, 'live', 'quay')).not.toEqual(own);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Undone: Accepted/)).toBeVisible();
  await expect.poll(() => placesIn(page, 'live', 'quay')).toEqual(own);
});

test('two people change one playbook: the later is told, and keeps what was changed', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/playbooks');
  await page.getByRole('navigation', { name: 'Playbooks' }).getByRole('link', { name: 'Thrifty' }).click();
  await expect(page.getByRole('heading', { name: 'Thrifty', level: 1 })).toBeVisible();
  await page.getByLabel('Price of Driving, an hour').fill('41');
  await expect(page.getByText('changed, not saved')).toBeVisible();
  const other = JSON.parse((await callAs(page, '/api/playbooks/thrifty/versions')).text) as {
    id: string;
    content: { prices: Record<string, unknown> };
  }[];
  const content = { ...other[0]!.content, prices: { ...other[0]!.content.prices, overtimeHour: 121 } };
  const body = { content, note: 'Meanwhile', basedOn: other[0]!.id };
  expect((await callAs(page, '/api/playbooks/thrifty/versions', { method: 'POST', body })).status).toBe(200);
  await page.getByRole('button', { name: 'Save version' }).click();
  await page.getByLabel('What changed and why').fill('Mine');
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'Somebody saved a version meanwhile',
  );
  await page.reload();
  await expect(page.getByText('changed, not saved')).toBeVisible();
  await page.getByRole('button', { name: 'discard all' }).click();
  await page.getByRole('button', { name: 'version 1', exact: true }).click();
  await expect(page.getByRole('dialog').getByRole('row', { name: /Meanwhile/ })).toBeVisible();
});
