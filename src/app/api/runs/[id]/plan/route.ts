import { uploadPlan } from '@/server/runs/made-drafts';
import { Refusal } from '@/server/shared/refusal';
import { answerWriter } from '../../../../http';

/** A plan file for the problem of a run: a draft, once the checker has nothing against it. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerWriter(request, async (unit, body) => {
    if (typeof body !== 'object' || body === null)
      throw new Refusal('invalid', { message: 'expected a plan file' });
    return uploadPlan(unit, (await params).id, JSON.stringify(body));
  });
}
