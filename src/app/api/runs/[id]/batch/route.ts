import { readBatchOf } from '@/server/runs/read-runs';
import { answerReader } from '../../../../http';

/** The runs that were started along with one. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => readBatchOf(unit, (await params).id));
}
