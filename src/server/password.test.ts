import { hashPassword, isPassword } from './password';

describe('passwords', () => {
  it('are kept as salted scrypt hashes, never alike', async () => {
    const [a, b] = await Promise.all([hashPassword('secret'), hashPassword('secret')]);
    expect(a).toMatch(/^scrypt\$[^$]+\$[^$]+$/);
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
});
