import { runAgain } from '@/server/runs/run-again';
import { answerWriter } from '../../../../http';

/** The same problem, seed and budget once more. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => runAgain(unit, (await params).id));
}
