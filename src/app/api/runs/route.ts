import { listRuns } from '@/server/runs/read-runs';
import { startRun } from '@/server/runs/start-run';
import { answerReader, answerWriter } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listRuns);
}

/** The problem of a run is one picture of all that it is made of. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, startRun, 'write-on-one-picture');
}
