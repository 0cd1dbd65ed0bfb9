import { setTimeout as sleep } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { readAsk } from '@/contract/runs/ask';
import type { ProgressPoint, RunOutcome } from '@/contract/runs/run';
import { isAway } from '@/db/connection';
import type { ClaimedRun } from '@/db/repositories/runs/runs';
import { type Attempt, failRun, finishRun, reportRun } from '@/server/runs/work-run';
import { restoreProblem } from '@/server/shared/run-problem';
import { codeVersion } from './code-version';
import { systemUnit } from './in-system-unit';
import { log } from './log';
import type { SearchMessage, SearchOrder } from './search-messages';

const REPORT_MS = 800;
/** Points kept of a run's progress; older ones are thinned. */
const MOST_POINTS = 240;

/** Stands in where a run was stored before it said all that it was asked: the search does not look at it. */
const EXTENT_OF_NONE = { territoryIds: ['-'], firstDate: '2000-01-01', lastDate: '2000-01-01' };

function thin(points: ProgressPoint[]): ProgressPoint[] {
  return points.length <= MOST_POINTS
    ? points
    : points.filter((_, i) => i % 2 === 0 || i === points.length - 1);
}

/** How long the end of a run waits for a database that is away, ms: as long as its place is kept. */
const KEPT_FOR_MS = 10 * 60_000;

/** What a run found must not be lost because the database was away at that moment. */
async function whenBack<T>(work: () => Promise<T>): Promise<T> {
  const givenUpAt = Date.now() + KEPT_FOR_MS;
  for (;;) {
    try {
      return await work();
    } catch (cause) {
      if (!isAway(cause) || Date.now() > givenUpAt) throw cause;
      log.warn('The database is away; the result of a run is kept until it is back');
      await sleep(1000);
    }
  }
}

/** Carries out one claimed run: a search in a thread, reports meanwhile, and a draft at the end. */
export async function runSearch(claimed: ClaimedRun): Promise<void> {
  const run: Attempt = { id: claimed.id, attempt: claimed.attempts };
  try {
    const restored = await whenBack(() =>
      systemUnit(({ transaction }) => restoreProblem(transaction, run.id)),
    );
    await searchInThread(claimed, run, restored);
  } catch (cause) {
    log.error({ run: run.id, cause: cause instanceof Error ? cause.stack : String(cause) }, 'A run failed');
    const detail = (cause instanceof Error ? cause.message : String(cause)).slice(0, 500);
    await whenBack(() => systemUnit((unit) => failRun(unit, run, { code: 'crashed', detail })));
  }
}

async function searchInThread(
  claimed: ClaimedRun,
  run: Attempt,
  { problem, staying }: Awaited<ReturnType<typeof restoreProblem>>,
): Promise<void> {
  const stopFlag = new SharedArrayBuffer(4);
  const { budget, threads, repair } = readAsk(claimed.asked, {
    extent: EXTENT_OF_NONE,
    mayMove: 'all',
    seconds: claimed.seconds,
  });
  const { start, seed } = claimed;
  const order: SearchOrder = { problem, start, seed, budget, threads, repair, stopFlag };
  const thread = new Worker(new URL('./search-thread.mjs', import.meta.url), { workerData: order });
  let progress = [...claimed.progress];
  let unsaved: Extract<SearchMessage, { kind: 'progress' }>['best'] = null;
  let ending: Exclude<SearchMessage, { kind: 'progress' }> | null = null;
  let reporting = false;
  let isCancelled = false;
  const report = async (): Promise<void> => {
    if (reporting) return;
    reporting = true;
    const best = unsaved;
    unsaved = null;
    const answer = await systemUnit((unit) => reportRun(unit, run, progress, best)).finally(() => {
      reporting = false;
    });
    if (answer === 'stop') Atomics.store(new Int32Array(stopFlag), 0, 1);
    if (answer === 'cancel') isCancelled = true;
    if (answer === 'lost' || answer === 'cancel') await thread.terminate();
  };
  const timer = setInterval(
    () => void report().catch((cause: unknown) => log.warn({ cause: String(cause) }, 'A report was lost')),
    REPORT_MS,
  );
  try {
    await new Promise<void>((resolve, reject) => {
      thread.on('message', (message: SearchMessage) => {
        if (message.kind === 'progress') {
          progress = thin([...progress, message.point]);
          unsaved = message.best ?? unsaved;
        } else ending = message;
      });
      thread.once('error', reject);
      thread.once('exit', () => resolve());
    });
  } finally {
    clearInterval(timer);
  }
  const end = ending as Exclude<SearchMessage, { kind: 'progress' }> | null;
  const ended = (outcome: RunOutcome): Promise<void> =>
    whenBack(() => systemUnit((unit) => failRun(unit, run, outcome)));
  if (isCancelled) return ended({ code: 'cancelled' });
  if (end?.kind === 'held') return ended({ code: 'held-visits-break-rules', visitIds: [...end.visitIds] });
  if (end?.kind !== 'end') return ended({ code: 'worker-lost' });
  const { plan, stopReason, iterations, startPrice, bound } = end;
  const outcome: RunOutcome = {
    code: 'draft',
    stopReason,
    iterations,
    startPrice,
    bound,
    price: plan.price,
    codeVersion: codeVersion(),
    zoneData: process.versions.tz ?? 'unknown',
  };
  await whenBack(() =>
    systemUnit((unit) => finishRun(unit, run, { plan, problem, staying, progress, outcome })),
  );
}
