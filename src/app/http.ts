import 'server-only';
import { cookies, headers } from 'next/headers';
import { failureOf } from '@/server/edge/failure';
import { withUser } from '@/server/edge/process';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';

export const SESSION_COOKIE = 'lime-session';
/** Longest body of a request, in bytes. */
const MOST_BYTES = 512 * 1024;
/** So much more of a body that is too long is read, so that whoever sent it is told; not kept, and no further. */
const GIVEN_UP_BYTES = 3 * MOST_BYTES;

export async function sessionToken(): Promise<string | undefined> {
  return (await cookies()).get(SESSION_COOKIE)?.value;
}

/** Who asks, as the edge of this server says: not what the client says of itself. */
export async function clientOf(): Promise<string> {
  return (await headers()).get('x-lime-client') ?? 'unknown';
}

/** What the browser calls itself. */
export function agentOf(request: Request): string {
  return request.headers.get('user-agent') ?? '';
}

/** A request that changes something must come from our own pages. */
export async function requireOwnOrigin(request: Request): Promise<void> {
  if (request.method === 'GET' || request.method === 'HEAD') return;
  const origin = request.headers.get('origin');
  const host = (await headers()).get('host');
  const from = origin && URL.canParse(origin) ? new URL(origin).host : null;
  if (from === null || from !== host) throw new Refusal('not-found');
}

const NO_STORE = { 'Cache-Control': 'no-store' };

/** Runs a use case for an API route and turns what it throws into an answer. */
export async function answer(request: Request, work: () => Promise<unknown>): Promise<Response> {
  try {
    await requireOwnOrigin(request);
    const value = await work();
    return value instanceof Response ? value : Response.json(value ?? {}, { headers: NO_STORE });
  } catch (cause) {
    const { status, body } = failureOf(cause, request.headers.get('x-request-id'));
    const retry: Record<string, string> = status === 503 ? { 'Retry-After': '5' } : {};
    return Response.json(body, { status, headers: { ...NO_STORE, ...retry } });
  }
}

/** Reading in the name of the signed-in user: one picture, nothing written. */
export function answerReader(request: Request, work: (unit: Unit) => Promise<unknown>): Promise<Response> {
  return answer(request, async () => withUser(await sessionToken(), 'read', work));
}

/**
 * Changing something in the name of the signed-in user. The body is read before a transaction is opened: whoever
 * sends slowly holds no connection to the database.
 */
export function answerWriter(
  request: Request,
  work: (unit: Unit, body: unknown) => Promise<unknown>,
  mode: 'write' | 'write-on-one-picture' = 'write',
): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    return withUser(await sessionToken(), mode, (unit) => work(unit, body));
  });
}

/** Asking something that takes a body to say, and changes nothing. */
export function answerAsker(
  request: Request,
  work: (unit: Unit, body: unknown) => Promise<unknown>,
): Promise<Response> {
  return answer(request, async () => {
    const body = await bodyOf(request);
    return withUser(await sessionToken(), 'read', (unit) => work(unit, body));
  });
}

/** A body read to its limit and not beyond. */
export async function bytesOf(request: Request, most: number): Promise<Buffer> {
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) break;
    size += part.value.byteLength;
    if (size > most + GIVEN_UP_BYTES) await reader?.cancel();
    else if (size <= most) chunks.push(part.value);
  }
  if (size > most) throw new Refusal('too-large', { most });
  return Buffer.concat(chunks);
}

/** Body as JSON; anything else is refused. Undefined where there is none. */
export async function bodyOf(request: Request): Promise<unknown> {
  const bytes = await bytesOf(request, MOST_BYTES);
  if (bytes.length === 0) return undefined;
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    throw new Refusal('invalid', { message: 'the request is not JSON' });
  }
}
