import { signIn, signOut } from '@/server/access/session';
import { signInFrom, withoutUser } from '@/server/edge/process';
import { agentOf, answer, bodyOf, clientOf, sessionToken } from '../../http';
import { clearSessionCookie, setSessionCookie } from '../../session-cookie';

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const from = signInFrom(await clientOf(), agentOf(request), await sessionToken());
    await setSessionCookie(await signIn(await bodyOf(request), from));
  });
}

export function DELETE(request: Request): Promise<Response> {
  return answer(request, async () => {
    const token = await sessionToken();
    if (token) await withoutUser('write', (unit) => signOut(unit, token));
    await clearSessionCookie();
  });
}
