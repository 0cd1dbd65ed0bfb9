import { linkRequest } from '@/server/work/requests';
import { answerWriter } from '../../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => linkRequest(unit, (await params).id, body));
}
