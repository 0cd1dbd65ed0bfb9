import 'server-only';
import { cookies, headers } from 'next/headers';
import { Refusal, type RefusalCode } from '@/server/refusal';
import { readSession, type User } from '@/server/session';

export const SESSION_COOKIE = 'lime-session';

const STATUS: Readonly<Record<RefusalCode, number>> = {
  'signed-out': 401,
  'not-found': 404,
  invalid: 422,
  conflict: 409,
  'too-many': 429,
};

/** The signed-in user of this request, or null. */
export async function currentUser(): Promise<User | null> {
  return readSession((await cookies()).get(SESSION_COOKIE)?.value);
}

/** A request that changes something must come from our own pages. */
async function requireOwnOrigin(request: Request): Promise<void> {
  if (request.method === 'GET') return;
  const origin = request.headers.get('origin');
  const host = (await headers()).get('host');
  if (origin === null || new URL(origin).host !== host) throw new Refusal('not-found');
}

/** Runs a use case for an API route and turns what it throws into an answer. */
export async function answer(request: Request, work: () => Promise<unknown>): Promise<Response> {
  try {
    await requireOwnOrigin(request);
    const value = await work();
    return value instanceof Response ? value : Response.json(value ?? {});
  } catch (cause) {
    if (cause instanceof Refusal) {
      return Response.json({ code: cause.code, facts: cause.facts }, { status: STATUS[cause.code] });
    }
    console.error(cause);
    return Response.json({ code: 'broken', facts: {} }, { status: 500 });
  }
}

/** The same for a signed-in user only. */
export function answerUser(request: Request, work: (user: User) => Promise<unknown>): Promise<Response> {
  return answer(request, async () => {
    const user = await currentUser();
    if (!user) throw new Refusal('signed-out');
    return work(user);
  });
}

/** Body as JSON; anything else is refused. */
export async function bodyOf(request: Request): Promise<unknown> {
  try {
    return await request.json();
  } catch {
    throw new Refusal('invalid', { message: 'the request is not JSON' });
  }
}
