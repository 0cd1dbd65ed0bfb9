import { Worker } from 'node:worker_threads';
import type { ReadAnswer } from '@/server/set-up/imports/work-roads';

/** Nothing that somebody waits for takes longer; a file that leads nowhere is given up. */
const MOST_MS = 10 * 60_000;

/** Reads a file of roads in a thread of its own, so that runs go on meanwhile. */
export function readRoadsInThread(bytes: Uint8Array): Promise<ReadAnswer> {
  const thread = new Worker(new URL('./roads-thread.mjs', import.meta.url), {
    workerData: bytes,
    // The file is handed over, not copied: it is long.
    transferList: [bytes.buffer as ArrayBuffer],
  });
  return new Promise((resolve) => {
    const broken = (code: string): void =>
      resolve({ ok: false, problems: [{ path: 'file', code, facts: {} }] });
    const timer = setTimeout(() => {
      broken('roads-too-long');
      void thread.terminate();
    }, MOST_MS);
    thread.once('message', (answer: ReadAnswer) => resolve(answer));
    thread.once('error', () => broken('roads-broken'));
    thread.once('exit', () => {
      clearTimeout(timer);
      broken('roads-broken');
    });
  });
}
