import { readRun } from '@/server/runs';
import { answerUser } from '../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => readRun(user, (await params).id));
}
