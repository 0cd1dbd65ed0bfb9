import { pathOf } from './finish/Signature';
import { wayPath } from './Way';

const points = (path: string): [number, number][] =>
  path.split(/[ML]/).flatMap((p): [number, number][] => {
    const [x, y] = p.trim().split(' ').map(Number);
    return p.trim() === '' ? [] : [[x!, y!]];
  });

describe('a way drawn on a phone', () => {
  it('fills the drawing and stays inside of it, north up', () => {
    const drawn = points(
      wayPath([
        [32.6, -16.9],
        [32.65, -16.95],
        [32.7, -16.92],
      ]),
    );
    for (const [x, y] of drawn) {
      expect(x).toBeGreaterThanOrEqual(10);
      expect(x).toBeLessThanOrEqual(310);
      expect(y).toBeGreaterThanOrEqual(10);
      expect(y).toBeLessThanOrEqual(110);
    }
    // The last one is the northernmost: at the top.
    expect(drawn.at(-1)![1]).toBeCloseTo(10, 0);
    expect(drawn[0]![1]).toBeCloseTo(110, 0);
  });

  it('keeps its shape: a degree of longitude is shorter than one of latitude', () => {
    const [a, b, c] = points(
      wayPath([
        [60, 0],
        [60, 0.1],
        [60.1, 0.1],
      ]),
    );
    const east = b![0] - a![0];
    const north = b![1] - c![1];
    // cos 60° = 0.5
    expect(east / north).toBeCloseTo(0.5, 1);
  });

  it('of no length is a point, and no error', () => {
    for (const [x, y] of points(
      wayPath([
        [1, 1],
        [1, 1],
      ]),
    )) {
      expect(Number.isFinite(x)).toBe(true);
      expect(Number.isFinite(y)).toBe(true);
    }
  });
});

describe('a signature', () => {
  const line = (n: number) => ({ points: Array.from({ length: n }, (_, i) => ({ x: i + 0.4, y: 60.6 })) });

  it('is the path of its lines in whole pixels', () => {
    expect(pathOf([line(2), line(1)])).toBe('M0 61 L1 61 M0 61');
    expect(pathOf([])).toBe('');
  });

  it('is thinned out where it would be too long, with its ends', () => {
    const path = pathOf([line(5000)], 2000);
    expect(path.length).toBeLessThanOrEqual(2000);
    expect(path.startsWith('M0 61')).toBe(true);
    expect(path.endsWith('L4999 61')).toBe(true);
    expect(path).toMatch(/^[ML0-9 .-]*$/);
  });
});
