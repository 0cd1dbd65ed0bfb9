import { compareDraft } from '@/server/plan/drafts';
import { answerReader } from '../../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => compareDraft(unit, (await params).id));
}
