import { cancelOrder } from '@/server/work/change-order';
import { answerWriter } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => cancelOrder(unit, (await params).id, body));
}
