import { createRandom } from '../../base/random';
import { nearestVisits } from './neighbours';

/** What it must come to: all others sorted by time there and back, then by number. */
function plainly(
  visitPlace: Int32Array,
  sec: Int32Array,
  back: Int32Array,
  places: number,
  v: number,
): number[] {
  const far = (w: number): number => {
    const cell = visitPlace[v]! * places + visitPlace[w]!;
    return sec[cell]! + back[cell]!;
  };
  return [...visitPlace.keys()].filter((w) => w !== v).sort((a, b) => far(a) - far(b) || a - b);
}

describe('the nearest visits', () => {
  it.each([
    ['near together', 60, 0],
    ['with some far away', 1000, 0.1],
    ['all at one place', 0, 0],
    ['with legs that are as good as closed', 5000, 0.5],
  ])('%s: as sorting all of them gives', (_name, spread, farShare) => {
    const random = createRandom(7);
    const places = 40;
    const leg = (): number => (random.next() < farShare ? 1_000_000_000 : random.below(spread + 1));
    const sec = Int32Array.from({ length: places * places }, leg);
    const back = Int32Array.from(sec, (_, i) => sec[(i % places) * places + Math.floor(i / places)]!);
    const visitPlace = Int32Array.from({ length: 70 }, () => random.below(places));
    for (const limit of [0, 5, 30, 69, 200]) {
      const { neighbours, neighbourCount } = nearestVisits(visitPlace, { sec, back, places }, limit);
      expect(neighbourCount).toBe(Math.min(limit, 69));
      for (let v = 0; v < 70; v++) {
        const own = [...neighbours.subarray(v * neighbourCount, (v + 1) * neighbourCount)];
        expect(own).toEqual(plainly(visitPlace, sec, back, places, v).slice(0, neighbourCount));
      }
    }
  });

  it('of one visit, and of none, are none', () => {
    const travel = { sec: new Int32Array(1), back: new Int32Array(1), places: 1 };
    expect(nearestVisits(new Int32Array(1), travel, 5).neighbourCount).toBe(0);
    expect(nearestVisits(new Int32Array(0), travel, 5).neighbourCount).toBe(0);
  });
});
