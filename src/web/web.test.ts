import { clientOf } from './client';
import { allowedHosts } from './guard';
import { securityHeaders } from './security-headers';

describe('who a request counts as coming from', () => {
  it.each([
    ['10.0.0.9', undefined, 0, '10.0.0.9'],
    // Without a proxy of our own, nothing that the client writes is believed.
    ['10.0.0.9', '1.2.3.4', 0, '10.0.0.9'],
    ['10.0.0.9', '1.2.3.4', 1, '1.2.3.4'],
    ['10.0.0.9', 'forged, 1.2.3.4', 1, '1.2.3.4'],
    ['10.0.0.9', 'forged, 1.2.3.4, 10.0.0.8', 2, '1.2.3.4'],
    ['10.0.0.9', '1.2.3.4', 3, '1.2.3.4'],
    ['10.0.0.9', '', 1, '10.0.0.9'],
  ])('%s with %s behind %i proxies: %s', (remote, forwarded, proxies, expected) => {
    expect(clientOf(remote, forwarded, proxies)).toBe(expected);
  });
});

describe('the edge', () => {
  it('answers under the address that it listens on, or the names that it was given', () => {
    expect(allowedHosts({ hosts: [], listen: '127.0.0.1', port: 3300 })).toContain('localhost:3300');
    expect(allowedHosts({ hosts: ['plan.example'], listen: '0.0.0.0', port: 80 })).toEqual(['plan.example']);
  });
  it('lets no script run that is not ours, and nobody frame the page', () => {
    const policy = securityHeaders('abc', false)['Content-Security-Policy'] ?? '';
    const scripts = policy.split('; ').find((p) => p.startsWith('script-src'));
    expect(scripts).toBe("script-src 'self' 'nonce-abc'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(securityHeaders('abc', true)).toHaveProperty('Strict-Transport-Security');
  });
});
