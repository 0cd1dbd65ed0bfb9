import { randomBytes, randomUUID } from 'node:crypto';
import { demoSignInRequest, entryRequest, signInRequest } from '@/contract/access/users';
import { type Database, inTransaction } from '@/db/connection';
import {
  addSession,
  type DemoPerson,
  endSession,
  readDemoPeople,
  readSecret,
  readUserOfSession,
  takeEntryLink,
  writePasswordHash,
} from '@/db/repositories/access/users';
import { notify } from '@/db/repositories/shared/commands';
import { hashToken } from '../shared/hash-token';
import { Refusal, required } from '../shared/refusal';
import type { SystemUnit, User } from '../shared/unit';
import { hashPassword, isOutdated, isPassword } from './password';
import { countTry, forgetTries } from './throttle';

const HOURS = 12;
const MOST_AGENT = 200;

/** Opens a session and ends the one that the same browser had before. */
async function openSession(
  { transaction }: SystemUnit,
  userId: string,
  before: string | undefined,
  agent: string,
): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  // By the clock of the machine: a demo's day stands still, sessions do not.
  const expiresAt = new Date(Date.now() + HOURS * 3_600_000);
  if (before) await endSession(transaction, hashToken(before));
  await addSession(transaction, {
    tokenHash: hashToken(token),
    userId,
    expiresAt,
    agent: agent.slice(0, MOST_AGENT),
  });
  return token;
}

let decoy: Promise<string> | null = null;

export interface SignInFrom {
  readonly db: Database;
  /** Where the try comes from. */
  readonly client: string;
  /** Token of the session that the browser has already. */
  readonly before: string | undefined;
  readonly now: number;
  /** What the browser calls itself. */
  readonly agent: string;
}

/** Checks the password and opens a session; returns the token for the cookie. Hashing takes its time outside of any transaction. */
export async function signIn(raw: unknown, from: SignInFrom): Promise<string> {
  const { email, password } = required(signInRequest, raw);
  const { db, client, before, now } = from;
  await countTry(db, { client, email });
  const secret = await inTransaction(db, 'read', (transaction) => readSecret(transaction, email));
  // An unknown address, or one without a password yet, costs the same time as a wrong password.
  decoy ??= hashPassword(randomUUID());
  const hash = secret?.hash.startsWith('scrypt$') ? secret.hash : await decoy;
  const isRight = await isPassword(password, hash);
  if (!secret || !isRight) throw new Refusal('not-found');
  await forgetTries(db, { client, email });
  const renewed = isOutdated(secret.hash) ? await hashPassword(password) : null;
  return inTransaction(db, 'write', async (transaction) => {
    if (renewed) await writePasswordHash(transaction, secret.id, renewed);
    return openSession({ transaction, now }, secret.id, before, from.agent);
  });
}

/** People who can be picked without a password: only those of a database that the demo filled. */
export async function listDemoPeople({ transaction }: SystemUnit, isDemo: boolean): Promise<DemoPerson[]> {
  return isDemo ? readDemoPeople(transaction) : [];
}

/** Opens a session for a demo person; refused outside demo mode and on data that is not the demo's. */
export async function signInAsDemoPerson(
  unit: SystemUnit,
  raw: unknown,
  from: { readonly isDemo: boolean; readonly before: string | undefined; readonly agent: string },
): Promise<string> {
  const parsed = demoSignInRequest.safeParse(raw);
  const people = await listDemoPeople(unit, from.isDemo);
  const person = people.find((p) => p.id === parsed.data?.userId);
  if (!person) throw new Refusal('not-found');
  return openSession(unit, person.id, from.before, from.agent);
}

/** Sets the first password through a link that works once, and comes in. */
export async function enterByLink(raw: unknown, from: SignInFrom): Promise<string> {
  const { token, password } = required(entryRequest, raw);
  await countTry(from.db, { client: from.client, email: 'entry-link' });
  const hash = await hashPassword(password);
  return inTransaction(from.db, 'write', async (transaction) => {
    const userId = await takeEntryLink(transaction, hashToken(token));
    if (!userId) throw new Refusal('not-found');
    await writePasswordHash(transaction, userId, hash);
    return openSession({ transaction, now: from.now }, userId, from.before, from.agent);
  });
}

export async function signOut({ transaction }: SystemUnit, token: string): Promise<void> {
  await endSession(transaction, hashToken(token));
  await notify(transaction, JSON.stringify({ kind: 'sessions' }));
}

/** The user of a session token, or null when it is unknown or over. */
export async function readSession(
  { transaction }: Pick<SystemUnit, 'transaction'>,
  token: string | undefined,
): Promise<User | null> {
  return token ? readUserOfSession(transaction, hashToken(token)) : null;
}
