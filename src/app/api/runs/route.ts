import { listRuns, startRun } from '@/server/runs';
import { answerUser, bodyOf } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerUser(request, listRuns);
}

export function POST(request: Request): Promise<Response> {
  return answerUser(request, async (user) => ({ id: await startRun(user, await bodyOf(request)) }));
}
