import { environment } from '@/config/environment';
import { bytesOfBody } from './bytes-of-body';

const MOST_BYTES = 2 * 1024 * 1024;
const MOST_MS = 10_000;

export type Fetched =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly failure: string };

/**
 * The calendar behind an address: only from where this installation was told to read, no redirection followed, so that
 * nobody reaches through it into a network that is none of theirs.
 */
export async function fetchCalendar(address: string): Promise<Fetched> {
  const { port, calendarOrigins } = environment();
  const own = `http://127.0.0.1:${port}`;
  const isOwn = address.startsWith('/');
  const url = new URL(address, own);
  const isAllowed = isOwn ? url.pathname.startsWith('/stand-ins/') : calendarOrigins.includes(url.origin);
  if (!isAllowed) return { ok: false, failure: 'calendar-origin' };
  try {
    const response = await fetch(url, { redirect: 'error', signal: AbortSignal.timeout(MOST_MS) });
    if (!response.ok) return { ok: false, failure: `calendar-status ${response.status}` };
    const bytes = await bytesOfBody(response.body, MOST_BYTES);
    return bytes ? { ok: true, text: bytes.toString('utf8') } : { ok: false, failure: 'calendar-large' };
  } catch {
    return { ok: false, failure: 'calendar-away' };
  }
}
