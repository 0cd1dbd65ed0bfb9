import fc from 'fast-check';
import { createRandom } from '../base/random';
import { drawBeyond, meanBeyond } from './lognormal';

const usual = { meanSec: 3600, share: 0.3 };

describe('a time that goes on', () => {
  it('comes to its mean before it has begun, and to more the longer it goes on', () => {
    expect(meanBeyond(usual, 0)).toBe(3600);
    let last = 3600;
    for (let beyond = 1800; beyond < 40_000; beyond += 300) {
      const mean = meanBeyond(usual, beyond);
      expect(mean).toBeGreaterThan(beyond);
      expect(mean).toBeGreaterThanOrEqual(last);
      last = mean;
    }
  });

  it('is over when it is over where it never strays', () => {
    expect(meanBeyond({ meanSec: 600, share: 0 }, 200)).toBe(600);
    expect(meanBeyond({ meanSec: 600, share: 0 }, 900)).toBe(900);
    expect(drawBeyond({ meanSec: 600, share: 0 }, 900, 0.3)).toBe(900);
  });

  it('is drawn with the mean that is told, with nothing behind it and with much', () => {
    const random = createRandom(5);
    for (const beyond of [0, 2400, 3600, 5400]) {
      let sum = 0;
      const times = 40_000;
      for (let i = 0; i < times; i++) sum += drawBeyond(usual, beyond, random.next());
      expect(sum / times / meanBeyond(usual, beyond)).toBeCloseTo(1, 2);
    }
  });

  it('is never drawn shorter than it went on, whatever is drawn', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.999999, noNaN: true }),
        fc.double({ min: 0, max: 30_000, noNaN: true }),
        (draw, beyond) => {
          const drawn = drawBeyond(usual, beyond, draw);
          expect(drawn).toBeGreaterThanOrEqual(beyond);
          expect(Number.isFinite(drawn)).toBe(true);
        },
      ),
    ));

  it('is longer for a larger draw', () => {
    expect(drawBeyond(usual, 1000, 0.9)).toBeGreaterThan(drawBeyond(usual, 1000, 0.1));
  });
});
