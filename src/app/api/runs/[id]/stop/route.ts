import { stopRun } from '@/server/runs/read-runs';
import { answerWriter } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit) => stopRun(unit, (await params).id));
}
