import { throwAwayDraft } from '@/server/drafts';
import { answerUser } from '../../../http';

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerUser(request, async (user) => throwAwayDraft(user, (await params).id));
}
