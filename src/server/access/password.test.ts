import { scryptSync } from 'node:crypto';
import { hashPassword, isOutdated, isPassword } from './password';

describe('passwords', () => {
  it('are kept as salted scrypt hashes, never alike', async () => {
    const [a, b] = await Promise.all([hashPassword('secret'), hashPassword('secret')]);
    expect(a).toMatch(/^scrypt\$131072\$8\$1\$[^$]+\$[^$]+$/);
    expect(a).not.toBe(b);
    expect(a).not.toContain('secret');
  });
  it('are told right from wrong', async () => {
    const stored = await hashPassword('secret');
    expect(await isPassword('secret', stored)).toBe(true);
    expect(await isPassword('Secret', stored)).toBe(false);
    expect(await isPassword('secret', 'plain$secret')).toBe(false);
    expect(await isPassword('', '')).toBe(false);
  });
  it('are checked at the cost that their hash names, and at today’s where it names none', async () => {
    const salt = Buffer.from('salt of sixteen.');
    const made = (N: number): string =>
      scryptSync('secret', salt, 32, { N, r: 8, p: 1, maxmem: 256 * 1024 * 1024 }).toString('base64');
    const weak = `scrypt$1024$8$1$${salt.toString('base64')}$${made(1024)}`;
    const early = `scrypt$${salt.toString('base64')}$${made(131_072)}`;
    expect(await isPassword('secret', weak)).toBe(true);
    expect(await isPassword('secret', early)).toBe(true);
    expect([isOutdated(weak), isOutdated(early), isOutdated(await hashPassword('x'))]).toEqual([
      true,
      true,
      false,
    ]);
    expect(await isPassword('secret', 'scrypt$0$8$1$AAAA$AAAA')).toBe(false);
  });
});
