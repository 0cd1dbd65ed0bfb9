import { likelyKinds } from '@/server/work/requests';
import { answerReader } from '../../../../http';

/** What such problems most often were. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => likelyKinds(unit, (await params).id));
}
