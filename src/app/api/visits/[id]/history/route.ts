import { readHistory } from '@/server/drafts';
import { answerUser } from '../../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => readHistory(user, (await params).id));
}
