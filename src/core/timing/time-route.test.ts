import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { indexProblem } from '../travel/problem-index';
import { timePrice, timeRoute } from './time-route';

const clock = (h: number, m: number): number => h * HOUR + m * 60;

function timed(shift = aShift(), visits = [aVisit()], minutes?: Record<string, number>) {
  return timeRoute(indexProblem(aProblem([shift], visits, minutes)), shift, visits);
}

/** Common practice: a limit of 30 minutes of own-time travel, a shift from 08:00. */
describe('own-time travel before the shift', () => {
  it('a 16-minute leg leaves at 07:44 and work starts at 08:00', () => {
    const route = timed(aShift({ allowanceBeforeSec: 1800 }));
    expect(route?.departSec).toBe(clock(7, 44));
    expect(route?.stops[0]?.startSec).toBe(clock(8, 0));
  });
  it('a 37-minute leg leaves at 07:30 and arrives at 08:07', () => {
    const route = timed(aShift({ allowanceBeforeSec: 1800 }), [aVisit()], { home: 0, site: 37 });
    expect(route?.departSec).toBe(clock(7, 30));
    expect(route?.stops[0]?.arriveSec).toBe(clock(8, 7));
  });
  it('where it is not allowed, the person leaves at 08:00', () => {
    expect(timed()?.departSec).toBe(clock(8, 0));
  });
  it('after the shift the same is mirrored', () => {
    const visit = aVisit({
      windows: [{ startSec: clock(14, 50), endSec: clock(14, 50), latestSec: clock(14, 50) }],
    });
    const route = timed(aShift({ allowanceAfterSec: 1800 }), [visit], { home: 0, site: 37 });
    expect(route?.arriveSec).toBe(clock(16, 27));
    expect(route?.workEndSec).toBe(clock(15, 57));
    expect(route?.overtimeSec).toBe(0);
  });
});

describe('leaving home', () => {
  it('is as late as the first window allows', () => {
    const visit = aVisit({
      windows: [{ startSec: clock(10, 0), endSec: clock(12, 0), latestSec: clock(12, 0) }],
    });
    expect(timed(aShift(), [visit])?.departSec).toBe(clock(9, 44));
  });
});

describe('the break', () => {
  const pause = { durationSec: 1800, earliestSec: clock(11, 30), latestSec: clock(13, 0) };

  it('is taken on arrival when it can still start in time', () => {
    const visits = [aVisit({ id: 'a', durationSec: 3 * HOUR }), aVisit({ id: 'b', durationSec: 2 * HOUR })];
    const route = timed(aShift({ breaks: [pause] }), visits, { home: 0, site: 30 });
    expect(route?.breaks).toEqual([{ startSec: clock(11, 30), endSec: clock(12, 0) }]);
    expect(route?.stops[1]?.startSec).toBe(clock(12, 0));
  });
  it('is the earliest of those that cost as much and end the day as soon', () => {
    const wide = { ...pause, earliestSec: clock(9, 0), latestSec: clock(15, 0), dueSec: clock(11, 0) };
    const visits = ['a', 'b', 'c'].map((id) => aVisit({ id, durationSec: 2 * HOUR }));
    const route = timed(aShift({ breaks: [wide] }), visits, { home: 0, site: 0 });
    expect(route?.breaks).toEqual([{ startSec: clock(10, 0), endSec: clock(10, 30) }]);
    expect(route?.workEndSec).toBe(clock(14, 30));
  });
  it('is not due for whoever is home by its latest start', () => {
    expect(timed(aShift({ breaks: [pause] }))?.breaks).toEqual([]);
  });
  it('goes before leaving when the leg would make it too late', () => {
    const visits = [aVisit({ id: 'a', durationSec: 4 * HOUR }), aVisit({ id: 'b', placeId: 'far' })];
    const route = timed(aShift({ breaks: [pause], overtimeLimitSec: 4 * HOUR }), visits, {
      home: 0,
      site: 30,
      far: 90,
    });
    expect(route?.breaks[0]?.startSec).toBe(clock(12, 30));
    expect(route?.stops[1]?.arriveSec).toBe(clock(14, 0));
  });
  it('makes a day impossible that has no room for it', () => {
    expect(timed(aShift({ breaks: [pause] }), [aVisit({ durationSec: 6 * HOUR })])).toBeNull();
  });
  it('before the first visit it is taken at home', () => {
    const visit = aVisit({
      durationSec: 2 * HOUR,
      windows: [{ startSec: clock(13, 30), endSec: clock(13, 30), latestSec: clock(13, 30) }],
    });
    const route = timed(aShift({ breaks: [pause] }), [visit]);
    expect(route?.breaks[0]?.startSec).toBe(clock(11, 30));
    expect(route?.departSec).toBe(clock(13, 14));
  });
  it('falls where it makes least lateness', () => {
    const at = (h: number, m: number) => [
      { startSec: clock(h, m), endSec: clock(h, m), latestSec: clock(h, m) + HOUR },
    ];
    const visits = [
      aVisit({ id: 'a', durationSec: 1800, windows: at(11, 30) }),
      aVisit({ id: 'b', durationSec: 1800, windows: at(12, 0) }),
      aVisit({ id: 'c', durationSec: HOUR, windows: at(15, 0) }),
    ];
    const route = timed(
      aShift({ breaks: [{ ...pause, latestSec: clock(14, 0) }], overtimeLimitSec: HOUR }),
      visits,
    );
    expect(route?.stops.map((s) => s.lateSec)).toEqual([0, 0, 0]);
    expect(route?.breaks[0]?.startSec).toBe(clock(12, 30));
  });
});

describe('overtime', () => {
  it('counts from the end of the shift and has a limit', () => {
    const long = aVisit({ durationSec: 8 * HOUR });
    expect(timed(aShift({ overtimeLimitSec: HOUR }), [long])?.overtimeSec).toBe(32 * 60);
    expect(timed(aShift({ overtimeLimitSec: 1800 }), [long])).toBeNull();
  });
});

describe('windows', () => {
  it('a little late in an earlier window comes before waiting for a later one', () => {
    const windows = [
      { startSec: clock(8, 0), endSec: clock(8, 10), latestSec: clock(8, 40) },
      { startSec: clock(14, 0), endSec: clock(15, 0), latestSec: clock(15, 0) },
    ];
    const stop = timed(aShift(), [aVisit({ windows })])?.stops[0];
    expect(stop?.startSec).toBe(clock(8, 16));
    expect(stop?.lateSec).toBe(360);
  });
  it('a time tie is exact', () => {
    const tied = aVisit({ tie: { startSec: clock(11, 11) } });
    expect(timed(aShift(), [tied])?.stops[0]?.startSec).toBe(clock(11, 11));
    expect(timed(aShift(), [aVisit({ tie: { startSec: clock(8, 5) } })])).toBeNull();
  });
});

describe('what moments cost', () => {
  it('counts the margin to the close of a window on the finish by the work that comes before it', () => {
    const windows = [
      { startSec: clock(9, 0), endSec: clock(12, 0), latestSec: clock(12, 0), on: 'finish' as const },
    ];
    const first = aVisit({ id: 'a', durationSec: 2 * HOUR });
    const problem = aProblem([aShift()], [first, aVisit({ windows })], { home: 0, site: 0 });
    const prices = { ...problem.prices, marginPerSec: 3, marginSec: 5400 };
    const route = timeRoute(indexProblem({ ...problem, prices }), aShift(), problem.visits)!;
    // Done at 11:00, an hour before the close, where an hour and a half is wanted.
    expect(route.stops[1]!.finishSec).toBe(clock(11, 0));
    expect(timePrice(route, prices)).toBe(1800 * 3);
  });
});
