import { acceptDraft } from '@/server/plan/accept/accept-draft';
import { answerWriter } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => acceptDraft(unit, (await params).id, body));
}
