import fc from 'fast-check';
import { crossingOf } from './polygon';

const ring = (...corners: [number, number][]) => corners.map(([lon, lat]) => ({ lat, lon }));

describe('an outline that crosses itself', () => {
  it.each<[string, ReturnType<typeof ring>, readonly [number, number] | null]>([
    ['a square', ring([0, 0], [1, 0], [1, 1], [0, 1]), null],
    ['a bow', ring([0, 0], [1, 1], [1, 0], [0, 1]), [0, 2]],
    ['one that touches itself at a corner', ring([0, 0], [2, 0], [2, 2], [1, 0], [0, 2]), [0, 2]],
    ['one that runs back on itself', ring([0, 0], [3, 0], [3, 1], [2, 0], [1, 0], [0, 1]), [0, 2]],
    ['a hollow one', ring([0, 0], [4, 0], [4, 4], [2, 1], [0, 4]), null],
    ['a triangle', ring([0, 0], [1, 0], [0, 1]), null],
  ])('%s', (_what, corners, expected) => expect(crossingOf(corners)).toEqual(expected));

  it('never is one whose corners are seen in turn from its middle', () => {
    const radii = fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { minLength: 3, maxLength: 40 });
    fc.assert(
      fc.property(radii, (list) => {
        const corners = list.map((r, i) => {
          const a = (i / list.length) * 2 * Math.PI;
          return { lat: r * Math.sin(a), lon: r * Math.cos(a) };
        });
        expect(crossingOf(corners)).toBeNull();
      }),
    );
  });

  it('always is one of a round whose corners were changed for each other', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), fc.nat(1000), (n, seed) => {
        const at = (i: number) => ({
          lat: Math.sin((i / n) * 2 * Math.PI),
          lon: Math.cos((i / n) * 2 * Math.PI),
        });
        const first = seed % n;
        const second = (first + 1) % n;
        const order = Array.from({ length: n }, (_, i) => (i === first ? second : i === second ? first : i));
        expect(crossingOf(order.map(at))).not.toBeNull();
      }),
    );
  });
});
