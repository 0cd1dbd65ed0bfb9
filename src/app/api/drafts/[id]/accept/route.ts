import { acceptDraft } from '@/server/drafts';
import { answerUser } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => acceptDraft(user, (await params).id));
}
