import { readPlanFile } from '@/server/runs/run-files';
import { Refusal } from '@/server/shared/refusal';
import { answerReader } from '../../../../../http';

interface Props {
  readonly params: Promise<{ id: string; which: string }>;
}

/** What a run began from, or came to, as a plan file. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { id, which } = await params;
    if (which !== 'start' && which !== 'plan') throw new Refusal('not-found');
    const plan = await readPlanFile(unit, id, which);
    return Response.json(plan, {
      headers: {
        'Content-Disposition': `attachment; filename="${which}-${id}.json"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}
