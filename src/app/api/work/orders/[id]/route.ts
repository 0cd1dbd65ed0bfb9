import { readOrder } from '@/server/work/read-order';
import { answerReader } from '../../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => readOrder(unit, (await params).id));
}
