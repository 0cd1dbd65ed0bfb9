import { viewStudy } from '@/server/runs/studies/ask-study';
import { answerReader } from '../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => viewStudy(unit, (await params).id));
}
