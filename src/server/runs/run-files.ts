import { gunzipSync, gzipSync } from 'node:zlib';
import { readStartAndPlan } from '@/db/repositories/runs/runs';
import { largeFileSize, readLargeFile, writeLargeFile } from '@/db/repositories/shared/large-files';
import { Refusal } from '../shared/refusal';
import { restoreProblem } from '../shared/run-problem';
import type { SystemUnit, Unit } from '../shared/unit';
import { readRun } from './read-runs';

const fileId = (runId: string): string => `run-problem:${runId}`;

/** Writes the problem of a run as the file that the command line takes, matrices included: for workers. */
export async function writeRunFiles({ transaction }: SystemUnit, runId: string): Promise<void> {
  const { problem } = await restoreProblem(transaction, runId);
  const { travel } = problem;
  const whole = {
    ...problem,
    travel: {
      durationSec: Array.from(travel.durationSec),
      distanceM: Array.from(travel.distanceM),
      ...(travel.byTime
        ? { byTime: { ...travel.byTime, slices: travel.byTime.slices.map((s) => Array.from(s)) } }
        : {}),
    },
  };
  if ((await largeFileSize(transaction, fileId(runId))) > 0) return;
  await writeLargeFile(transaction, fileId(runId), [gzipSync(JSON.stringify(whole))]);
}

/** The problem of a run as a file; null until a worker has written it. */
export async function readProblemFile(unit: Unit, runId: string): Promise<Buffer | null> {
  await readRun(unit, runId);
  if ((await largeFileSize(unit.transaction, fileId(runId))) === 0) return null;
  return gunzipSync(await readLargeFile(unit.transaction, fileId(runId)));
}

/** What a run began from or came to, as the plan file of the command line. */
export async function readPlanFile(unit: Unit, runId: string, which: 'start' | 'plan'): Promise<unknown> {
  await readRun(unit, runId);
  const found = await readStartAndPlan(unit.transaction, runId);
  const plan = which === 'start' ? found?.start : found?.plan;
  if (!plan) throw new Refusal('not-found');
  return plan;
}
