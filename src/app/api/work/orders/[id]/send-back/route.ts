import { sendBack } from '@/server/work/judge-papers';
import { answerWriter } from '../../../../../http';

/** What came back from the field goes back with what is missing. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => sendBack(unit, (await params).id, body));
}
