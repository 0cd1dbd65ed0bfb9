import { stopStudy } from '@/server/runs/studies/ask-study';
import { answerWriter } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => stopStudy(unit, (await params).id));
}
