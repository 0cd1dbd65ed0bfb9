import { randomBytes, randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { environment } from '@/config/environment';
import { log } from '@/server/edge/log';
import { isReady } from '@/server/edge/ready';
import { AWAY_PAGE } from './away-page';
import { clientOf } from './client';
import { securityHeaders } from './security-headers';

/** Longest body that is let through, in bytes, and of a file; routes may ask for less. */
const MOST_BYTES = 1024 * 1024;
/** What is a file, and how long it may be. */
const MOST_OF_FILES: readonly (readonly [string, number])[] = [
  ['/api/imports?', 17 * 1024 * 1024],
  ['/api/set-up/roads?', 193 * 1024 * 1024],
  ['/api/set-up/calendars/file?', 3 * 1024 * 1024],
];

function plain(response: ServerResponse, status: number, text: string): void {
  response.writeHead(status, { 'Content-Type': 'text/plain; charset=utf-8', 'Cache-Control': 'no-store' });
  response.end(`${text}\n`);
}

/** The hosts under which this server answers: those that were named, or the address that it listens on. */
export function allowedHosts({
  hosts,
  listen,
  port,
}: Pick<ReturnType<typeof environment>, 'hosts' | 'listen' | 'port'>): readonly string[] {
  if (hosts.length > 0) return hosts;
  return [`${listen}:${port}`, `127.0.0.1:${port}`, `localhost:${port}`, `[::1]:${port}`];
}

/** A path that can be read: every percent sign begins an escape of valid text. */
function isReadable(url: string): boolean {
  try {
    decodeURIComponent(url.split('?')[0] ?? '');
    return url.startsWith('/');
  } catch {
    return false;
  }
}

/** What is refused before anything is done for it; null where nothing is. */
function refusal({ url = '', headers }: IncomingMessage): readonly [number, string] | null {
  const host = (headers.host ?? '').toLowerCase();
  if (!allowedHosts(environment()).includes(host))
    return [421, 'This server does not answer under that name'];
  if (!isReadable(url)) return [400, 'The address cannot be read'];
  const most = MOST_OF_FILES.find(([start]) => url.startsWith(start))?.[1] ?? MOST_BYTES;
  if (Number(headers['content-length'] ?? 0) > most) return [413, 'The request is too large'];
  return null;
}

/** A page that somebody opens, as opposed to data, scripts and styles. */
function isPage({ method, headers }: IncomingMessage, path: string): boolean {
  const isOurs = path.startsWith('/api/') || path.startsWith('/_next/');
  return method === 'GET' && !isOurs && (headers.accept ?? '').includes('text/html');
}

/** Headers that only this edge may set: what a client says of itself is not believed. */
function stamp(request: IncomingMessage, id: string, csp: string, nonce: string): void {
  const { headers, socket } = request;
  const client = clientOf(
    socket.remoteAddress ?? 'unknown',
    headers['x-forwarded-for'],
    environment().proxies,
  );
  delete headers['x-forwarded-host'];
  headers['x-forwarded-for'] = client;
  headers['x-lime-client'] = client;
  headers['x-request-id'] = id;
  headers['x-nonce'] = nonce;
  // The application reads the nonce of its own scripts out of this.
  headers['content-security-policy'] = csp;
}

/** Judges a request, names it, and lets it through to `pass` with what the answer must carry. */
export async function guard(
  request: IncomingMessage,
  response: ServerResponse,
  pass: () => Promise<void>,
): Promise<void> {
  const id = randomUUID();
  const nonce = randomBytes(16).toString('base64');
  const began = performance.now();
  const path = (request.url ?? '').split('?')[0] ?? '';
  response.once('finish', () => {
    const ms = Math.round(performance.now() - began);
    log.debug({ id, method: request.method, path, status: response.statusCode, ms }, 'Request');
  });
  const headers = securityHeaders(
    nonce,
    environment().secureCookies,
    path === '/book' || path.startsWith('/book/'),
  );
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  response.setHeader('X-Request-Id', id);
  if (path === '/healthz') return plain(response, 200, 'ok');
  if (path === '/readyz') {
    const ready = await isReady();
    return plain(response, ready ? 200 : 503, ready ? 'ready' : 'the database is away');
  }
  const refused = refusal(request);
  if (refused) {
    // What was not read of a refused body is not waited for.
    response.setHeader('Connection', 'close');
    return plain(response, ...refused);
  }
  if (isPage(request, path) && !(await isReady())) {
    response.writeHead(503, { 'Content-Type': 'text/html; charset=utf-8', 'Retry-After': '5' });
    response.end(AWAY_PAGE);
    return;
  }
  stamp(request, id, headers['Content-Security-Policy'] ?? '', nonce);
  await pass();
}
