import { ownAddress } from './own-address';

describe('where somebody goes after signing in', () => {
  it.each([
    ['/plan?from=2026-06-09', '/plan?from=2026-06-09'],
    ['/playbooks/everyday-1#x', '/playbooks/everyday-1#x'],
  ])('%s is one of our own', (next, expected) => expect(ownAddress(next)).toBe(expected));
  it.each([
    undefined,
    '',
    'https://evil.example/',
    '//evil.example',
    '/\\evil.example',
    '/\t/evil.example',
    '/\n/evil.example',
    '/%09/evil.example/..//evil.example',
    'javascript:alert(1)',
    ['/plan', '/x'],
  ])('%j leads home or stays here', (next) => {
    const found = new URL(ownAddress(next), 'http://here.invalid');
    expect(found.origin).toBe('http://here.invalid');
    expect(found.pathname.startsWith('//')).toBe(false);
  });
});
