import { z } from 'zod';
import { signInAsDemoPerson } from '@/server/session';
import { answer, bodyOf } from '../../../http';
import { setSessionCookie } from '../../../session-cookie';

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const body = z.object({ userId: z.string() }).safeParse(await bodyOf(request));
    await setSessionCookie(await signInAsDemoPerson(body.data?.userId));
  });
}
