import { gunzipSync, gzipSync } from 'node:zlib';
import { assert, type Problem } from '@/core/index';
import { select } from '@/db/connection';
import { database } from './database';
import { matrixBetween } from './travel';

/** Problems are stored without their matrices: these follow from the places and the road network. */
type Stored = Omit<Problem, 'travel'>;

export function packProblem(problem: Problem): Buffer {
  const { travel: _travel, ...stored } = problem;
  return gzipSync(JSON.stringify(stored));
}

export async function readRunProblem(runId: string): Promise<Stored> {
  const [row] = await select<{ problem: Buffer | null }>(
    database(),
    'select problem from runs where id = :runId',
    { runId },
  );
  assert(row?.problem, `run ${runId} has a problem`);
  return JSON.parse(gunzipSync(row.problem).toString('utf8')) as Stored;
}

/** The whole problem again, matrices included. */
export async function restoreProblem(runId: string): Promise<Problem> {
  const stored = await readRunProblem(runId);
  const points = stored.places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  return { ...stored, travel: await matrixBetween(points) };
}
