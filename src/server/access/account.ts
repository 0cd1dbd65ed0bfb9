import type { SessionView } from '@/contract/access/account';
import { passwordChange } from '@/contract/access/account';
import { inTransaction } from '@/db/connection';
import {
  endOtherSessions,
  readSecret,
  readSessionsOf,
  writePasswordHash,
} from '@/db/repositories/access/users';
import { notify } from '@/db/repositories/shared/commands';
import { hashToken } from '../shared/hash-token';
import { Refusal, required } from '../shared/refusal';
import type { Unit, User } from '../shared/unit';
import { hashPassword, isPassword } from './password';
import type { SignInFrom } from './session';
import { countTry, forgetTries } from './throttle';

/** One's own sessions, newest first; the one that asks is marked. */
export async function listOwnSessions(unit: Unit, token: string): Promise<SessionView[]> {
  const own = hashToken(token);
  const rows = await readSessionsOf(unit.transaction, unit.user.id);
  return rows.map((s) => ({ since: s.createdAt.toISOString(), agent: s.agent, isThis: s.tokenHash === own }));
}

/** Signs out everywhere but here; pages that are open elsewhere are told at once. */
export async function signOutElsewhere(unit: Unit, token: string): Promise<{ readonly ended: number }> {
  const ended = await endOtherSessions(unit.transaction, unit.user.id, hashToken(token));
  await notify(unit.transaction, JSON.stringify({ kind: 'sessions' }));
  return { ended };
}

/**
 * Changes one's own password, which takes the old one: a browser that was left open is not enough. All other sessions
 * end with it. Tries are counted as those at the door are.
 */
export async function changeOwnPassword(
  user: User,
  token: string,
  raw: unknown,
  from: SignInFrom,
): Promise<void> {
  const { old, password } = required(passwordChange, raw);
  const { db, client } = from;
  await countTry(db, { client, email: user.email });
  const secret = await inTransaction(db, 'read', (transaction) => readSecret(transaction, user.email));
  if (!secret || !(await isPassword(old, secret.hash)))
    throw new Refusal('invalid', { problems: [{ path: 'old', code: 'wrong-password', facts: {} }] });
  await forgetTries(db, { client, email: user.email });
  const hash = await hashPassword(password);
  await inTransaction(db, 'write', async (transaction) => {
    await writePasswordHash(transaction, user.id, hash);
    await endOtherSessions(transaction, user.id, hashToken(token));
    await notify(transaction, JSON.stringify({ kind: 'sessions' }));
  });
}
