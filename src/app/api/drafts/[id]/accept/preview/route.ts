import { withUser } from '@/server/edge/process';
import { Rehearsed, rehearseAcceptance } from '@/server/plan/accept/accept-draft';
import { answer, bodyOf, sessionToken } from '../../../../../http';

/** What an acceptance would do: it is carried out and taken back in one transaction. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    const { id } = await params;
    try {
      return await withUser(await sessionToken(), 'write', (unit) => rehearseAcceptance(unit, id, body));
    } catch (cause) {
      if (cause instanceof Rehearsed) return cause.answer;
      throw cause;
    }
  });
}
