import { startTemplate } from '@/server/runs/timed-runs';
import { answerWriter } from '../../../../http';

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(
    request,
    async (unit) => startTemplate(unit, decodeURIComponent((await params).id)),
    'write-on-one-picture',
  );
}
