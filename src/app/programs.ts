import 'server-only';
import { failureOf } from '@/server/edge/failure';
import { noteUseOfKey, withKey } from '@/server/edge/process';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';
import { answerReader, answerWriter, bodyOf } from './http';

const NO_STORE = { 'Cache-Control': 'no-store' };

function keyOf(request: Request): string | null {
  const said = request.headers.get('authorization');
  if (said === null) return null;
  return /^Bearer +(\S+)$/i.exec(said)?.[1] ?? '';
}

/** What went wrong as RFC 9457 has it; our own code and facts go along. */
function problemOf(cause: unknown, request: Request): Response {
  const { status, body } = failureOf(cause, request.headers.get('x-request-id'));
  const problem = {
    type: 'about:blank',
    title: TITLES[status] ?? 'Error',
    status,
    detail: `code: ${body.code}`,
    ...body,
  };
  return new Response(JSON.stringify(problem), {
    status,
    headers: {
      ...NO_STORE,
      'Content-Type': 'application/problem+json',
      ...(status === 401 ? { 'WWW-Authenticate': 'Bearer' } : {}),
      ...(status === 503 ? { 'Retry-After': '5' } : {}),
    },
  });
}

/** Phrases of RFC 9110 and RFC 6585. */
const TITLES: Readonly<Record<number, string>> = {
  401: 'Unauthorized',
  404: 'Not Found',
  409: 'Conflict',
  412: 'Precondition Failed',
  413: 'Content Too Large',
  422: 'Unprocessable Content',
  428: 'Precondition Required',
  429: 'Too Many Requests',
  500: 'Internal Server Error',
  503: 'Service Unavailable',
};

async function withProgram(
  request: Request,
  key: string,
  mode: 'read' | 'write',
  work: (unit: Unit, body: unknown) => Promise<unknown>,
): Promise<Response> {
  try {
    const body = mode === 'write' ? await bodyOf(request) : undefined;
    const value = await withKey(key, mode, (unit) => work(unit, body));
    await noteUseOfKey(key);
    return value instanceof Response ? value : Response.json(value ?? {}, { headers: NO_STORE });
  } catch (cause) {
    return problemOf(cause, request);
  }
}

/** Reading by a page or by a program with a key. */
export function answerAnyReader(request: Request, work: (unit: Unit) => Promise<unknown>): Promise<Response> {
  const key = keyOf(request);
  return key === null ? answerReader(request, work) : withProgram(request, key, 'read', work);
}

/** Changing by a page or by a program with a key; a key is no cookie, so that where it comes from does not matter. */
export function answerAnyWriter(
  request: Request,
  work: (unit: Unit, body: unknown) => Promise<unknown>,
): Promise<Response> {
  const key = keyOf(request);
  return key === null ? answerWriter(request, work) : withProgram(request, key, 'write', work);
}

export const etagOf = (version: number): string => `"${version}"`;

/** An object with its version as a tag; 304 for whoever has that already (RFC 9110 §13.1.2). */
export function tagged(request: Request, value: { readonly version: number }): Response {
  const ETag = etagOf(value.version);
  const known = (request.headers.get('if-none-match') ?? '')
    .split(',')
    .map((t) => t.trim().replace(/^W\//, ''));
  if (known.includes(ETag) || known.includes('*'))
    return new Response(null, { status: 304, headers: { ETag } });
  return Response.json(value, { headers: { ETag, 'Cache-Control': 'private, no-cache' } });
}

/**
 * The version that a change was made on: in the body, as pages say it, or by If-Match (RFC 9110 §13.1.1). A program that
 * names neither is told to (RFC 6585 §3).
 */
export function withVersion(
  request: Request,
  body: unknown,
): { readonly body: unknown; readonly isByTag: boolean } {
  const said = request.headers.get('if-match');
  if (said === null) {
    const names = typeof body === 'object' && body !== null && 'version' in body;
    if (!names && keyOf(request) !== null) throw new Refusal('version-required');
    return { body, isByTag: false };
  }
  const version = Number(/^"(\d+)"$/.exec(said.trim())?.[1] ?? 0);
  if (version === 0) throw new Refusal('precondition');
  return { body: { ...(body as object), version }, isByTag: true };
}

/** A tag that is no longer that of the object is a failed precondition, with what changed since. */
export async function orPrecondition<T>(isByTag: boolean, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    if (isByTag && cause instanceof Refusal && cause.code === 'conflict' && cause.facts.reason === 'stale')
      throw new Refusal('precondition', cause.facts);
    throw cause;
  }
}
