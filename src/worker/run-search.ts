import { Worker } from 'node:worker_threads';
import type { ProgressPoint } from '@/contract/run';
import type { Problem } from '@/core/index';
import { type ClaimedRun, failRun, finishRun, problemOfRun, reportRun } from '@/server/work-run';
import { codeVersion } from './code-version';
import type { SearchMessage, SearchOrder } from './search-messages';

const REPORT_MS = 800;
/** Points kept of a run's progress; older ones are thinned. */
const MOST_POINTS = 240;

function thin(points: ProgressPoint[]): ProgressPoint[] {
  return points.length <= MOST_POINTS
    ? points
    : points.filter((_, i) => i % 2 === 0 || i === points.length - 1);
}

/** Carries out one claimed run: a search in a thread, reports meanwhile, and a draft at the end. */
export async function runSearch(claimed: ClaimedRun): Promise<void> {
  const { id, attempts } = claimed;
  try {
    const problem = await problemOfRun(id);
    await searchInThread(claimed, problem);
  } catch (cause) {
    console.error(`Run ${id}:`, cause);
    const detail = cause instanceof Error ? cause.message : String(cause);
    await failRun(id, attempts, { code: 'crashed', detail: detail.slice(0, 500) });
  }
}

async function searchInThread(claimed: ClaimedRun, problem: Problem): Promise<void> {
  const { id, attempts } = claimed;
  const stopFlag = new SharedArrayBuffer(4);
  const order: SearchOrder = {
    problem,
    start: claimed.start,
    seed: claimed.seed,
    seconds: claimed.seconds,
    stopFlag,
  };
  const thread = new Worker(new URL('./search-thread.mjs', import.meta.url), { workerData: order });
  let progress = [...claimed.progress];
  let unsaved: Extract<SearchMessage, { kind: 'progress' }>['best'] = null;
  let ending: Exclude<SearchMessage, { kind: 'progress' }> | null = null;
  let reporting = false;
  const report = async (): Promise<void> => {
    if (reporting) return;
    reporting = true;
    const best = unsaved;
    unsaved = null;
    const answer = await reportRun(id, attempts, progress, best).finally(() => {
      reporting = false;
    });
    if (answer === 'stop') Atomics.store(new Int32Array(stopFlag), 0, 1);
    if (answer === 'lost') await thread.terminate();
  };
  const timer = setInterval(
    () => void report().catch((cause: unknown) => console.error('Report:', cause)),
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
  if (end?.kind === 'held') {
    await failRun(id, attempts, { code: 'held-visits-break-rules', visitIds: end.visitIds });
  } else if (end?.kind === 'end') {
    const { plan, stopReason, iterations, startPrice, bound } = end;
    await finishRun(id, attempts, {
      plan,
      problem,
      progress,
      outcome: {
        code: 'draft',
        stopReason,
        iterations,
        startPrice,
        bound,
        price: plan.price,
        codeVersion: codeVersion(),
        zoneData: process.versions.tz ?? 'unknown',
      },
    });
  } else await failRun(id, attempts, { code: 'worker-lost' });
}
