import { signInAsDemoPerson } from '@/server/access/session';
import { isDemo, withoutUser } from '@/server/edge/process';
import { agentOf, answer, bodyOf, sessionToken } from '../../../http';
import { setSessionCookie } from '../../../session-cookie';

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    const from = { isDemo: isDemo(), agent: agentOf(request), before: await sessionToken() };
    await setSessionCookie(await withoutUser('write', (unit) => signInAsDemoPerson(unit, body, from)));
  });
}
