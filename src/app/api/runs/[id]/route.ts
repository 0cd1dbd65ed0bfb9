import { readRun } from '@/server/runs/read-runs';
import { answerReader } from '../../../http';

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => readRun(unit, (await params).id));
}
