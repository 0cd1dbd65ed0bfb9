import { normalBelow, normalQuantile } from './normal';

describe('the standard normal', () => {
  // NIST/SEMATECH e-Handbook of Statistical Methods, table 1.3.6.7.1 (area from 0, plus a half).
  it.each([
    [0, 0.5],
    [0.5, 0.69146],
    [1, 0.84134],
    [1.96, 0.975],
    [2.58, 0.99506],
    [-1.28, 0.10027],
  ])('has below %f a share of %f', (x, share) => expect(normalBelow(x)).toBeCloseTo(share, 5));

  // The test values that stand beside the algorithm (AS 241, table 1).
  it.each([
    [0.25, -0.6744897501960817],
    [0.001, -3.090232306167814],
    [1e-20, -9.26234008979841],
  ])('has at %f the quantile %f', (share, x) => expect(normalQuantile(share)).toBeCloseTo(x, 12));

  it('leads back from each to the other, in the tails too', () => {
    for (let x = -8; x <= 5; x += 0.25) expect(normalQuantile(normalBelow(x))).toBeCloseTo(x, 7);
    expect(normalBelow(-40)).toBe(0);
    expect(normalBelow(40)).toBe(1);
  });
});
