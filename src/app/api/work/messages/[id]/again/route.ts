import { sendAgain } from '@/server/work/messages/outbox';
import { answerWriter } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => sendAgain(unit, (await params).id));
}
