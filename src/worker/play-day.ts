import { environment } from '@/config/environment';
import { PLAYER_ID } from '@/contract/day/player';
import { tryHoldPlayer } from '@/db/repositories/shared/player';
import { nextEmergencies, nextReports, openPlayed } from '@/server/day/player/next-reports';
import { duePlay, playedTo } from '@/server/day/player/steer-player';
import { systemUnit } from './in-system-unit';

const LONGEST_MS = 20_000;
let session: string | null = null;

/** Talks to the web process as a phone does. */
async function post(path: string, body: unknown): Promise<Response> {
  const { listen, port } = environment();
  const origin = `http://${listen}:${port}`;
  return fetch(`${origin}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin, ...(session === null ? {} : { cookie: session }) },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(LONGEST_MS),
  });
}

async function signIn(): Promise<void> {
  session = null;
  const answer = await post('/api/session/demo', { userId: PLAYER_ID });
  session = answer.headers.get('set-cookie')?.split(';')[0] ?? null;
}

async function tell(path: string, body: unknown): Promise<void> {
  if (session === null) await signIn();
  let answer = await post(path, body);
  if (answer.status === 401) {
    await signIn();
    answer = await post(path, body);
  }
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
}

/** Plays the demo's day as far as its clock has come: the field reports over the same interface as phones do. Says whether it did. */
export function playOn(): Promise<boolean> {
  return systemUnit(async (system) => {
    if (!(await tryHoldPlayer(system.transaction))) return false;
    const due = await duePlay(system);
    if (!due) return false;
    const { unit, span } = due;
    const day = await openPlayed(unit, span);
    for (const line of nextEmergencies(day, span)) await tell('/api/work/lines', { lines: [line] });
    for (const report of nextReports(day, span)) await tell('/api/day/reports', { reports: [report] });
    await playedTo(system, span.until);
    return true;
  });
}
