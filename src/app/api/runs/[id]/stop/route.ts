import { stopRun } from '@/server/runs';
import { answerUser } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => stopRun(user, (await params).id));
}
