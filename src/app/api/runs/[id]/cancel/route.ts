import { cancelRun } from '@/server/runs/read-runs';
import { answerWriter } from '../../../../http';

/** Ends a run without a draft. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => cancelRun(unit, (await params).id));
}
