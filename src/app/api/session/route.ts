import { cookies } from 'next/headers';
import { signIn, signOut } from '@/server/session';
import { answer, bodyOf, SESSION_COOKIE } from '../../http';
import { clearSessionCookie, setSessionCookie } from '../../session-cookie';

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => setSessionCookie(await signIn(await bodyOf(request))));
}

export function DELETE(request: Request): Promise<Response> {
  return answer(request, async () => {
    const token = (await cookies()).get(SESSION_COOKIE)?.value;
    if (token) await signOut(token);
    await clearSessionCookie();
  });
}
