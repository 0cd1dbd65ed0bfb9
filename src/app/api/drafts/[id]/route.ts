import { throwAwayDraft } from '@/server/plan/drafts';
import { answerWriter } from '../../../http';

export function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => throwAwayDraft(unit, (await params).id));
}
