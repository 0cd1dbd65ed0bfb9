import { readProblemFile } from '@/server/runs/run-files';
import { Refusal } from '@/server/shared/refusal';
import { answerReader } from '../../../../../http';

/** The problem of a run as the command line takes it, once a worker has written it. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { id } = await params;
    const file = await readProblemFile(unit, id);
    if (!file) throw new Refusal('not-found');
    return new Response(new Uint8Array(file), {
      headers: {
        'Content-Type': 'application/json',
        'Content-Disposition': `attachment; filename="problem-${id}.json"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}
