import { createRandom } from '../../base/random';
import { detourSaves } from './detours';

/** Travel between points of a plane, rounded up. */
function plane(places: number): Int32Array {
  const random = createRandom(3);
  const at = Array.from({ length: places }, () => ({ x: random.next() * 900, y: random.next() * 900 }));
  return Int32Array.from({ length: places * places }, (_, i) => {
    const a = at[Math.floor(i / places)]!;
    const b = at[i % places]!;
    return Math.ceil(Math.hypot(a.x - b.x, a.y - b.y));
  });
}

describe('what a detour saves', () => {
  it.each([1, 2, 20, 80])('is nothing in a plane of %i places', (places) => {
    expect(detourSaves(plane(places), places)).toBe(0);
  });

  it('is the longest leg less the way round it', () => {
    const cells = plane(20);
    cells[3 * 20 + 7] = 5000;
    const round = Math.min(
      ...[...Array(20).keys()]
        .filter((b) => b !== 3 && b !== 7)
        .map((b) => cells[60 + b]! + cells[b * 20 + 7]!),
    );
    expect(detourSaves(cells, 20)).toBe(5000 - round);
  });

  it('is noticed among many places where it is common', () => {
    const places = 80;
    const cells = plane(places);
    for (let i = 0; i < cells.length; i += 7) cells[i] = cells[i]! + 4000;
    expect(detourSaves(cells, places)).toBeGreaterThan(3000);
  });
});
