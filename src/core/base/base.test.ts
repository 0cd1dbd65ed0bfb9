import { createRandom } from './random';
import { stableJson } from './stable-json';

describe('random', () => {
  it('repeats for a seed and differs between seeds', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, createRandom(seed).next);
    expect(draw(1)).toEqual(draw(1));
    expect(draw(1)).not.toEqual(draw(2));
  });
  it('is even over its range', () => {
    const random = createRandom(42);
    const counts = new Array<number>(10).fill(0);
    for (let i = 0; i < 100_000; i++) counts[random.below(10)]!++;
    for (const c of counts) expect(Math.abs(c - 10_000)).toBeLessThan(500);
  });
});

describe('stable JSON', () => {
  it('does not depend on the order of keys', () => {
    expect(stableJson({ b: 1, a: [{ d: null, c: 'x' }], e: undefined })).toBe(
      stableJson({ a: [{ c: 'x', d: null }], b: 1 }),
    );
    expect(stableJson({ b: 1, a: 2 })).toBe('{"a":2,"b":1}');
  });
});
