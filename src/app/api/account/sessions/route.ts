import { listOwnSessions, signOutElsewhere } from '@/server/access/account';
import { answerReader, answerWriter, sessionToken } from '../../../http';

/** One's own sessions. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, async (unit) => listOwnSessions(unit, (await sessionToken()) ?? ''));
}

/** Signs out everywhere but here. */
export function DELETE(request: Request): Promise<Response> {
  return answerWriter(request, async (unit) => signOutElsewhere(unit, (await sessionToken()) ?? ''));
}
