import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

interface Cost {
  readonly N: number;
  readonly r: number;
  readonly p: number;
}

const derive = promisify<string, Buffer, number, Cost & { maxmem: number }, Buffer>(scrypt);
/** Cost as OWASP's password storage advice gives for scrypt: N = 2^17, r = 8, p = 1 (from memory). */
const COST: Cost = { N: 131_072, r: 8, p: 1 };
const KEY_BYTES = 32;
/** Hashes are never checked at a cost beyond this, whatever they say. */
const MOST_BYTES = 256 * 1024 * 1024;

function key(password: string, salt: Buffer, bytes: number, cost: Cost): Promise<Buffer> {
  return derive(password, salt, bytes, { ...cost, maxmem: MOST_BYTES });
}

/** scrypt (RFC 7914) with a random salt, as "scrypt$N$r$p$salt$key". */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const derived = await key(password, salt, KEY_BYTES, COST);
  const cost = `${COST.N}$${COST.r}$${COST.p}`;
  return `scrypt$${cost}$${salt.toString('base64')}$${derived.toString('base64')}`;
}

/** Hashes of earlier releases hold no cost of their own: it was today's. */
function read(stored: string): { cost: Cost; salt: Buffer; expected: Buffer } | null {
  const parts = stored.split('$');
  const [N, r, p, salt, expected] =
    parts.length === 3 ? [COST.N, COST.r, COST.p, ...parts.slice(1)] : parts.slice(1);
  if (parts[0] !== 'scrypt' || typeof salt !== 'string' || typeof expected !== 'string') return null;
  const cost = { N: Number(N), r: Number(r), p: Number(p) };
  if (!Object.values(cost).every((x) => Number.isInteger(x) && x > 0)) return null;
  return { cost, salt: Buffer.from(salt, 'base64'), expected: Buffer.from(expected, 'base64') };
}

/** Takes the same time for a wrong password as for a right one. */
export async function isPassword(password: string, stored: string): Promise<boolean> {
  const known = read(stored);
  if (!known || known.expected.length === 0) return false;
  const actual = await key(password, known.salt, known.expected.length, known.cost);
  return timingSafeEqual(actual, known.expected);
}

/** Whether a hash was made at another cost than today's, so that it should be made anew at the next sign-in. */
export function isOutdated(stored: string): boolean {
  return !stored.startsWith(`scrypt$${COST.N}$${COST.r}$${COST.p}$`);
}
