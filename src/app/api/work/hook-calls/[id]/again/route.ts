import { callAgain } from '@/server/work/messages/outbox';
import { answerWriter } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => callAgain(unit, (await params).id));
}
