import { changeOwnPassword } from '@/server/access/account';
import { signInFrom, userOf } from '@/server/edge/process';
import { Refusal } from '@/server/shared/refusal';
import { agentOf, answer, bodyOf, clientOf, sessionToken } from '../../../http';

/** One's own password. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const token = await sessionToken();
    const user = await userOf(token);
    if (!user || !token) throw new Refusal('signed-out');
    const from = signInFrom(await clientOf(), agentOf(request), token);
    await changeOwnPassword(user, token, await bodyOf(request), from);
  });
}
