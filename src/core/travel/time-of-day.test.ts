import fc from 'fast-check';
import { createIsland } from '../../../demo/island';
import type { TravelByTime } from '../model/problem';
import { buildRoadGraph } from './road-graph';
import { travelByTime } from './speed-profile';
import { changingTimes } from './time-of-day';

/** A leg of 100 s until second 1000, of 300 s until 2000, and of 100 s again. */
const slow: TravelByTime = {
  slices: [[100], [300]],
  timeline: [
    { fromSec: 0, slice: 0 },
    { fromSec: 1000, slice: 1 },
    { fromSec: 2000, slice: 0 },
  ],
};

describe('driving across a border of the timeline', () => {
  const times = changingTimes(slow);
  it.each([
    [0, 100],
    [900, 1000],
    // Half of it is done by the border; the other half takes three times as long.
    [950, 1000 + 150],
    [1000, 1300],
    [1700, 2000],
    // A third of it by the border, two thirds at the old speed.
    [1900, 2000 + 67],
    [5000, 5100],
    [-500, -400],
  ])('leaving at %i arrives at %i', (leave, arrive) => expect(times.arriveAt(0, leave)).toBe(arrive));

  it('a border so near that two are crossed', () => {
    const three = changingTimes({
      slices: [[1000], [500]],
      timeline: [
        { fromSec: 0, slice: 0 },
        { fromSec: 100, slice: 1 },
        { fromSec: 200, slice: 0 },
      ],
    });
    // 0.1 of the leg by 100, 0.2 by 200, 0.7 at 1000 s the leg.
    expect(three.arriveAt(0, 0)).toBe(900);
  });
});

const profile = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 0, max: 4000 })), {
    minLength: 1,
    maxLength: 6,
  })
  .map((parts): TravelByTime => {
    let at = 0;
    return {
      slices: parts.map(([, sec]) => [sec]),
      timeline: parts.map(([length], slice) => {
        at += length;
        return { fromSec: at - length, slice };
      }),
    };
  });

describe('at any profile', () => {
  it('nobody overtakes by leaving later', () => {
    fc.assert(
      fc.property(
        profile,
        fc.integer({ min: -2000, max: 20_000 }),
        fc.integer({ min: 0, max: 3000 }),
        (byTime, leave, later) => {
          const times = changingTimes(byTime);
          expect(times.arriveAt(0, leave)).toBeGreaterThanOrEqual(leave);
          expect(times.arriveAt(0, leave + later)).toBeGreaterThanOrEqual(times.arriveAt(0, leave));
        },
      ),
    );
  });
  it('the latest moment to leave is exactly that', () => {
    fc.assert(
      fc.property(profile, fc.integer({ min: -2000, max: 20_000 }), (byTime, arrive) => {
        const times = changingTimes(byTime);
        const leave = times.leaveBy(0, arrive);
        expect(times.arriveAt(0, leave)).toBeLessThanOrEqual(arrive);
        expect(times.arriveAt(0, leave + 1)).toBeGreaterThan(arrive);
      }),
    );
  });
});

describe('speeds by road class', () => {
  const island = createIsland(8);
  const graph = buildRoadGraph(island.roads);
  const points = island.towns.slice(0, 5).map((t) => t.at);
  const usual = { main: 100, rural: 100, town: 100, causeway: 100 };
  const rush = { main: 80, rural: 100, town: 50, causeway: 100 };
  const days = { dates: ['2026-03-28', '2026-03-29'], zone: 'Europe/London', originSec: 1774656000 };
  const periods = [
    { fromMin: 0, speeds: usual },
    { fromMin: 450, speeds: rush },
    { fromMin: 570, speeds: usual },
  ];
  const byTime = travelByTime(graph, points, periods, days);
  it('makes one matrix a set of speeds, and slower roads are not faster', () => {
    expect(byTime.slices).toHaveLength(2);
    const [base, slowed] = byTime.slices as [readonly number[], readonly number[]];
    expect(base.every((sec, i) => slowed[i]! >= sec)).toBe(true);
    expect(base.some((sec, i) => slowed[i]! > sec)).toBe(true);
  });
  it('follows the clock over the night on which London loses an hour', () => {
    expect(byTime.timeline.map((t) => t.fromSec / 60)).toEqual([0, 450, 570, 1440, 1440 + 390, 1440 + 510]);
  });
});
