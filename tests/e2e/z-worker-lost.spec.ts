import { spawn } from 'node:child_process';
import { enterAs, openDay, runIsDone, startRun } from './steps';
import { expect, test } from './test';

/** Last of all: it ends the worker that bin/test started. */
test('a worker killed in the middle: another takes the run up from the best plan', async ({ page }) => {
  const pid = Number(process.env.LIME_WORKER_PID);
  expect(pid, 'the process id of the worker that bin/test started').toBeGreaterThan(0);
  await enterAs(page, 'analyst');
  await openDay(page, 'westisle', '2026-06-11');
  await startRun(page, 12);
  await expect(page.getByText('Best price')).toBeVisible({ timeout: 20_000 });
  process.kill(pid, 'SIGKILL');
  const next = spawn('node', ['--enable-source-maps', 'dist/worker.mjs'], { stdio: 'ignore' });
  try {
    await expect(page.getByText('this is attempt 2')).toBeVisible({ timeout: 45_000 });
    await runIsDone(page);
    await page.getByRole('link', { name: 'Open the draft' }).click();
    await expect(page.getByRole('button', { name: /^Rules broken/ })).toContainText('0');
  } finally {
    next.kill();
  }
});
