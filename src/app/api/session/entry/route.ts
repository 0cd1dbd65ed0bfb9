import { enterByLink } from '@/server/access/session';
import { signInFrom } from '@/server/edge/process';
import { agentOf, answer, bodyOf, clientOf, sessionToken } from '../../../http';
import { setSessionCookie } from '../../../session-cookie';

/** A first password, set through a link that works once. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const from = signInFrom(await clientOf(), agentOf(request), await sessionToken());
    await setSessionCookie(await enterByLink(await bodyOf(request), from));
  });
}
