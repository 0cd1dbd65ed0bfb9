import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { z } from 'zod';
import { environment } from '@/config/environment';
import { select } from '@/db/connection';
import { table } from '@/db/models/tables';
import { database } from './database';
import { hashPassword, isPassword } from './password';
import { Refusal } from './refusal';

export interface User {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'analyst' | 'dispatcher' | 'agent' | 'technician' | 'manager' | 'administrator';
}

const HOURS = 12;
const ATTEMPTS = 8;
const ATTEMPT_WINDOW_MS = 5 * 60_000;
const attempts = new Map<string, number[]>();

export const signInRequest = z.strictObject({
  email: z.string().trim().toLowerCase().min(3, 'enter your e-mail address').max(200),
  password: z.string().min(1, 'enter your password').max(200),
});

function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

function slowDown(email: string): void {
  const now = Date.now();
  const recent = (attempts.get(email) ?? []).filter((at) => now - at < ATTEMPT_WINDOW_MS);
  if (recent.length >= ATTEMPTS) throw new Refusal('too-many');
  attempts.set(email, [...recent, now]);
}

async function openSession(userId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + HOURS * 3_600_000);
  await table(database(), 'sessions').create({ tokenHash: hashToken(token), userId, expiresAt });
  return token;
}

let decoy: Promise<string> | null = null;

/** Checks the password and opens a session; returns the token for the cookie. */
export async function signIn(raw: unknown): Promise<string> {
  const parsed = signInRequest.safeParse(raw);
  if (!parsed.success) throw new Refusal('invalid', { message: parsed.error.issues[0]?.message });
  const { email, password } = parsed.data;
  slowDown(email);
  const [row] = await select<{ id: string; hash: string }>(
    database(),
    'select id, password_hash as hash from users where email = :email and active',
    { email },
  );
  // An unknown address costs the same time as a wrong password.
  decoy ??= hashPassword(randomUUID());
  const right = await isPassword(password, row?.hash ?? (await decoy));
  if (!row || !right) throw new Refusal('not-found');
  attempts.delete(email);
  return openSession(row.id);
}

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly territories: number;
}

/** People who can be picked without a password; empty outside demo mode. */
export async function listDemoPeople(): Promise<DemoPerson[]> {
  if (!environment().isDemo) return [];
  return select<DemoPerson>(
    database(),
    `select u.id, u.name, u.role, (select count(*)::int from user_territories t where t.user_id = u.id) as territories
     from users u where u.active order by u.role, u.name`,
  );
}

/** Opens a session for a demo person; refused outside demo mode. */
export async function signInAsDemoPerson(id: unknown): Promise<string> {
  const people = await listDemoPeople();
  const person = people.find((p) => p.id === id);
  if (!person) throw new Refusal('not-found');
  return openSession(person.id);
}

export async function signOut(token: string): Promise<void> {
  await table(database(), 'sessions').destroy({ where: { tokenHash: hashToken(token) } });
}

/** The user of a session token, or null when it is unknown or over. */
export async function readSession(token: string | undefined): Promise<User | null> {
  if (!token) return null;
  const [user] = await select<User>(
    database(),
    `select u.id, u.name, u.email, u.role from sessions s join users u on u.id = s.user_id
     where s.token_hash = :hash and s.expires_at > now() and u.active`,
    { hash: hashToken(token) },
  );
  return user ?? null;
}
