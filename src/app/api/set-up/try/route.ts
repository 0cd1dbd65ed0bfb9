import { withUser } from '@/server/edge/process';
import { tryChange } from '@/server/set-up/effect/try-change';
import { answer, bodyOf, sessionToken } from '../../../http';

/** What a change would do, before it is made. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    return withUser(await sessionToken(), 'read', (unit) => tryChange(unit, body));
  });
}
