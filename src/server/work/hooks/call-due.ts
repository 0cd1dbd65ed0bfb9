import { createHmac } from 'node:crypto';
import { type HookCallRow, takeDueHookCalls, updateHookCall } from '@/db/repositories/work/outbox';
import { wallSec } from '../../shared/clock';
import type { SystemUnit } from '../../shared/unit';

const MOST_AT_ONCE = 20;
const AGAIN_MIN = [1, 5, 30, 120, 720] as const;
const MOST_MS = 5000;

/** What a call is signed with: the moment and the body, so that an old one cannot be sent again as new. */
export function signatureOf(secret: string, at: number, body: string): string {
  return createHmac('sha256', secret).update(`${at}.${body}`).digest('hex');
}

async function call(row: HookCallRow, now: number): Promise<number> {
  const body = JSON.stringify(row.body);
  const response = await fetch(row.address, {
    method: 'POST',
    redirect: 'error',
    signal: AbortSignal.timeout(MOST_MS),
    headers: {
      'content-type': 'application/json',
      'x-lime-call': row.id,
      'x-lime-at': String(now),
      'x-lime-signature': `sha256=${signatureOf(row.secret, now, body)}`,
    },
    body,
  });
  await response.body?.cancel();
  return response.status;
}

/** Calls the programs that wait to be told. What is not answered with 2xx is tried again later, and seen as failed in the end. */
export async function callDueHooks({ transaction, now }: SystemUnit): Promise<number> {
  const due = await takeDueHookCalls(transaction, new Date(wallSec() * 1000), MOST_AT_ONCE);
  // Side by side: one program that does not answer does not keep the others waiting, nor the transaction open for long.
  const failures = await Promise.all(due.map((row) => tryOne(row)));
  for (const [i, row] of due.entries()) {
    const failure = failures[i]!;
    const tries = row.tries + 1;
    if (failure.text === null) {
      await updateHookCall(transaction, row.id, {
        state: 'answered',
        tries,
        status: failure.status,
        failure: null,
        answeredAt: new Date(now * 1000),
      });
      continue;
    }
    const wait = row.active ? AGAIN_MIN[row.tries] : undefined;
    await updateHookCall(transaction, row.id, {
      state: wait === undefined ? 'failed' : 'waiting',
      tries,
      status: failure.status,
      failure: failure.text,
      nextTryAt: new Date((wallSec() + (wait ?? 0) * 60) * 1000),
    });
  }
  return due.length;
}

async function tryOne(row: HookCallRow): Promise<{ status: number | null; text: string | null }> {
  if (!row.active) return { status: null, text: 'The hook is switched off' };
  try {
    const status = await call(row, wallSec());
    return { status, text: status >= 200 && status < 300 ? null : `answered ${status}` };
  } catch (cause) {
    return { status: null, text: cause instanceof Error ? cause.message.slice(0, 300) : 'unknown' };
  }
}
