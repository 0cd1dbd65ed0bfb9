import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(
  scrypt,
);
/** Cost as OWASP's password storage advice gives for scrypt: N = 2^17, r = 8, p = 1 (from memory). */
const COST = { N: 131_072, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };
const KEY_BYTES = 32;

/** scrypt (RFC 7914) with a random salt, as "scrypt$salt$key". */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, KEY_BYTES, COST);
  return `scrypt$${salt.toString('base64')}$${key.toString('base64')}`;
}

/** Takes the same time for a wrong password as for a right one. */
export async function isPassword(password: string, stored: string): Promise<boolean> {
  const [scheme, salt, key] = stored.split('$');
  if (scheme !== 'scrypt' || !salt || !key) return false;
  const expected = Buffer.from(key, 'base64');
  const actual = await derive(password, Buffer.from(salt, 'base64'), expected.length, COST);
  return timingSafeEqual(actual, expected);
}
