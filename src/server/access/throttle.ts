import { createHash } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Database } from '@/db/connection';
import { Refusal } from '../shared/refusal';

/**
 * Tries at signing in, counted in the database so that all processes share them and a restart forgets none.
 * What counts is the client, and the client with an address: a stranger's wrong tries never keep the owner of an
 * address out, because nothing is counted by address alone.
 */
interface Limits {
  /** Wrong tries of one client at one address. */
  readonly pair: RateLimiterPostgres;
  /** Tries of one client at whatever address: each costs a hash. */
  readonly client: RateLimiterPostgres;
  /** What one client looks up, and books, without an account. */
  readonly looks: RateLimiterPostgres;
  readonly books: RateLimiterPostgres;
}

const TABLE = 'sign_in_tries';
const PAIR = { points: 8, duration: 5 * 60 };
const CLIENT = { points: 40, duration: 10 * 60 };
const LOOKS = { points: 90, duration: 10 * 60 };
const BOOKS = { points: 12, duration: 10 * 60 };

const known = new WeakMap<Database, Limits>();

function limitsOf(db: Database): Limits {
  const found = known.get(db);
  if (found) return found;
  const make = (keyPrefix: string, limit: typeof PAIR): RateLimiterPostgres =>
    new RateLimiterPostgres({
      storeClient: db,
      storeType: 'sequelize',
      tableName: TABLE,
      tableCreated: true,
      keyPrefix,
      ...limit,
    });
  const limits = {
    pair: make('pair', PAIR),
    client: make('client', CLIENT),
    looks: make('looks', LOOKS),
    books: make('books', BOOKS),
  };
  known.set(db, limits);
  return limits;
}

/** Keys hold no addresses of people in the clear. */
function hashed(text: string): string {
  return createHash('sha256').update(text).digest('base64url').slice(0, 32);
}

export interface Try {
  readonly client: string;
  readonly email: string;
}

function pairKey({ client, email }: Try): string {
  return hashed(`${client} ${email}`);
}

/** Counts a try; refused when there were too many, before anything costly is done. */
export async function countTry(db: Database, attempt: Try): Promise<void> {
  const { pair, client } = limitsOf(db);
  try {
    await client.consume(hashed(attempt.client));
    await pair.consume(pairKey(attempt));
  } catch (cause) {
    if (cause instanceof RateLimiterRes)
      throw new Refusal('too-many', { what: 'sign-in', seconds: Math.ceil(cause.msBeforeNext / 1000) });
    throw cause;
  }
}

/** Whoever came in has no wrong tries any more. */
export async function forgetTries(db: Database, attempt: Try): Promise<void> {
  const { pair, client } = limitsOf(db);
  await pair.delete(pairKey(attempt));
  await client.reward(hashed(attempt.client));
}

/** Counts what somebody without an account asks for; refused when it was too much. */
export async function countVisitor(db: Database, from: string, what: 'looks' | 'books'): Promise<void> {
  try {
    await limitsOf(db)[what].consume(hashed(from));
  } catch (cause) {
    if (cause instanceof RateLimiterRes)
      throw new Refusal('too-many', { what, seconds: Math.ceil(cause.msBeforeNext / 1000) });
    throw cause;
  }
}
