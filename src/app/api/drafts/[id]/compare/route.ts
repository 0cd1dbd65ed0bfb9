import { compareDraft } from '@/server/read-plan-view';
import { answerUser } from '../../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => compareDraft(user, (await params).id));
}
