import { environment } from '@/config/environment';
import { type Database, inTransaction, type Mode, openDatabase } from '@/db/connection';
import { noteKeyUse, readKeyHolder } from '../access/keys';
import { readSession, type SignInFrom } from '../access/session';
import { countVisitor } from '../access/throttle';
import { clockIn, nowSec } from '../shared/clock';
import { Refusal } from '../shared/refusal';
import type { SystemUnit, Unit, User } from '../shared/unit';

/** Longer than looking something up takes. */
const LEAST_MS = 700;

/** The one place where a request of this process meets its database, its clock and its settings. */
export function databaseOfProcess(): Database {
  return openDatabase(environment().databaseUrl);
}

/** Runs a use case in the name of whoever the session token belongs to; refused where it belongs to nobody. */
export function withUser<T>(
  token: string | undefined,
  mode: Mode,
  work: (unit: Unit) => Promise<T>,
): Promise<T> {
  if (!token) return Promise.reject(new Refusal('signed-out'));
  return inTransaction(databaseOfProcess(), mode, async (transaction) => {
    const user = await readSession({ transaction }, token);
    if (!user) throw new Refusal('signed-out');
    return work({ user, transaction, now: (await clockIn(transaction)).now });
  });
}

/** Runs a use case in the name of whoever a program's key belongs to, as far as the key goes. */
export function withKey<T>(key: string, mode: Mode, work: (unit: Unit) => Promise<T>): Promise<T> {
  return inTransaction(databaseOfProcess(), mode, async (transaction) => {
    const user = await readKeyHolder({ transaction }, key);
    if (!user) throw new Refusal('signed-out');
    return work({ user, transaction, now: (await clockIn(transaction)).now });
  });
}

/** Notes that a key was used; that it cannot be noted is nobody's trouble. */
export async function noteUseOfKey(key: string): Promise<void> {
  await inTransaction(databaseOfProcess(), 'write', (transaction) => noteKeyUse({ transaction }, key)).catch(
    () => undefined,
  );
}

/** The user of a session token, or null. */
export async function userOf(token: string | undefined): Promise<User | null> {
  if (!token) return null;
  return inTransaction(databaseOfProcess(), 'read', (transaction) => readSession({ transaction }, token));
}

/** Runs a use case before anybody has signed in. */
export function withoutUser<T>(mode: Mode, work: (unit: SystemUnit) => Promise<T>): Promise<T> {
  return inTransaction(databaseOfProcess(), mode, async (transaction) =>
    work({ transaction, now: (await clockIn(transaction)).now }),
  );
}

/** Where people reach this application. */
export function ownAddress(): string {
  const { hosts, listen, port, secureCookies } = environment();
  return `${secureCookies ? 'https' : 'http'}://${hosts[0] ?? `${listen}:${port}`}`;
}

/**
 * Runs a use case for somebody without an account: counted, in a transaction of its own, and answered no sooner than after a while, so
 * that how long it takes says nothing of what was found.
 */
export async function forVisitor<T>(
  client: string,
  what: 'looks' | 'books',
  work: (unit: SystemUnit) => Promise<T>,
): Promise<T> {
  const db = databaseOfProcess();
  await countVisitor(db, client, what);
  const [outcome] = await Promise.allSettled([
    inTransaction(db, 'write', async (transaction) =>
      work({ transaction, now: (await clockIn(transaction)).now }),
    ),
    new Promise((resolve) => setTimeout(resolve, LEAST_MS)),
  ]);
  if (outcome.status === 'rejected') throw outcome.reason;
  return outcome.value;
}

export function isDemo(): boolean {
  return environment().isDemo;
}

export function usesSecureCookies(): boolean {
  return environment().secureCookies;
}

/** What a try at signing in comes with. */
export function signInFrom(client: string, agent: string, before: string | undefined): SignInFrom {
  return { db: databaseOfProcess(), client, agent, before, now: nowSec() };
}
