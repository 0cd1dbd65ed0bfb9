import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Problem, Shift, Visit } from '../model/problem';
import { indexProblem } from '../travel/problem-index';
import { type Given, timeRoute } from './time-route';

const clock = (h: number, m = 0): number => h * HOUR + m * 60;

function timed(shift: Shift, visits: Visit[], changes: Partial<Problem> = {}, given: Given = {}) {
  return timeRoute(indexProblem({ ...aProblem([shift], visits), ...changes }), shift, visits, given);
}

/** Directive 2003/88/EC art. 4 (from memory): a break when the day is longer than 6 hours. */
describe('a break that is due only on a long day', () => {
  const pause = {
    durationSec: 1800,
    earliestSec: clock(11),
    latestSec: clock(13, 30),
    dueSec: clock(14),
  };
  const day = (minutes: number) =>
    timed(aShift({ breaks: [pause] }), [
      aVisit({ id: 'a', durationSec: 3 * HOUR }),
      aVisit({ id: 'b', durationSec: minutes * 60 - 3 * HOUR }),
    ]);
  it('is left out by whoever is home after exactly 6 hours', () => {
    // 08:16 to 13:44 on site, home at 14:00.
    expect(day(328)?.breaks).toEqual([]);
    expect(day(328)?.arriveSec).toBe(clock(14));
  });
  it('is taken by whoever would be home a minute later', () => {
    expect(day(329)?.breaks).toHaveLength(1);
    expect(day(329)?.arriveSec).toBe(clock(14, 31));
  });
});

describe('several breaks', () => {
  const tea = { durationSec: 900, earliestSec: clock(9, 30), latestSec: clock(10, 30), paid: true };
  const lunch = { durationSec: 1800, earliestSec: clock(12), latestSec: clock(13) };
  const hours = (h: number, id: string) => aVisit({ id, durationSec: h * HOUR });
  it('are taken in order, each between two visits', () => {
    const route = timed(aShift({ breaks: [tea, lunch] }), [hours(2, 'a'), hours(2, 'b'), hours(2, 'c')]);
    expect(route?.breaks.map((b) => b.startSec)).toEqual([clock(10, 16), clock(12, 31)]);
  });
  it('may fall on one leg, before the first visit too', () => {
    const windows = [{ startSec: clock(14), endSec: clock(15), latestSec: clock(15) }];
    const route = timed(aShift({ breaks: [tea, lunch] }), [aVisit({ windows })]);
    expect(route?.breaks.map((b) => b.startSec)).toEqual([clock(9, 30), clock(12)]);
    expect(route?.departSec).toBe(clock(13, 44));
  });
  it('only the paid ones are work', () => {
    const visits = [hours(2, 'a'), hours(2, 'b'), hours(2, 'c')];
    const route = timed(aShift({ breaks: [tea, lunch] }), visits);
    expect(route?.workSec).toBe(6 * HOUR + 2 * 960 + 900);
    const bare = timed(aShift({ breaks: [{ ...tea, paid: false }, lunch] }), visits);
    expect(bare?.workSec).toBe(6 * HOUR + 2 * 960);
  });
});

describe('a visit', () => {
  it('takes a person their own time', () => {
    const shift = aShift({ pace: [{ kind: 'mend', percent: 150 }] });
    const stop = (kind: string, people?: number) => {
      const found = timed(shift, [aVisit({ kind, ...(people ? { people } : {}) })])?.stops[0];
      return found && found.finishSec - found.startSec;
    };
    expect(stop('mend')).toBe(5400);
    expect(stop('fit')).toBe(3600);
    expect(stop('mend', 2)).toBe(3600);
  });
  it('has time around it', () => {
    const visits = [aVisit({ bufferBeforeSec: 300, bufferAfterSec: 600 }), aVisit({ id: 'w' })];
    const route = timed(aShift(), visits);
    expect(route?.stops.map((s) => s.startSec)).toEqual([clock(8, 21), clock(9, 31)]);
    expect(route?.workSec).toBe(2 * HOUR + 900 + 2 * 960);
  });
  it('waits so as to finish in its window', () => {
    const windows = [{ startSec: clock(11), endSec: clock(12), latestSec: clock(12), on: 'finish' as const }];
    expect(timed(aShift(), [aVisit({ windows })])?.stops[0]?.startSec).toBe(clock(10));
  });
  it('waits until the site opens, and is not begun when it would close before the end', () => {
    const access = [
      { startSec: clock(8), endSec: clock(9) },
      { startSec: clock(10), endSec: clock(11) },
    ];
    expect(timed(aShift(), [aVisit({ access })])?.stops[0]?.startSec).toBe(clock(10));
    expect(timed(aShift(), [aVisit({ access: access.slice(0, 1) })])).toBeNull();
  });
  it('begins when it was agreed, or not at all', () => {
    const at = (startSec: number) => timed(aShift(), [aVisit()], {}, { starts: new Map([['v', startSec]]) });
    expect(at(clock(9))?.stops[0]?.startSec).toBe(clock(9));
    expect(at(clock(8, 15))).toBeNull();
  });
});

describe('the hours of the day', () => {
  it('driving takes longer in the rush, and nobody leaves earlier than need be', () => {
    const problem = aProblem([aShift()], [aVisit()]);
    const slow = Array.from(problem.travel.durationSec, (sec) => sec * 2);
    const byTime = {
      slices: [problem.travel.durationSec, slow],
      timeline: [
        { fromSec: 0, slice: 0 },
        { fromSec: clock(8), slice: 1 },
        { fromSec: clock(9), slice: 0 },
      ],
    };
    const route = timed(aShift(), [aVisit()], { travel: { ...problem.travel, byTime } });
    expect(route?.stops[0]).toMatchObject({ travelSec: 1920, startSec: clock(8, 32) });
    expect(route?.endTravelSec).toBe(960);
  });
  it('after the rest of a late day the next begins later, without own-time driving', () => {
    const shift = aShift({ allowanceBeforeSec: 1800 });
    const route = timed(shift, [aVisit()], {}, { notBeforeSec: clock(8, 30) });
    expect(route?.departSec).toBe(clock(8, 30));
    expect(timed(shift, [aVisit()], {}, { notBeforeSec: clock(7) })?.departSec).toBe(clock(7, 44));
  });
});

describe('parts', () => {
  it('are fetched on the way to the first visit, whichever needs them', () => {
    const visits = [aVisit({ id: 'a' }), aVisit({ id: 'b', parts: ['pump'] })];
    const problem = aProblem([aShift({ partsPlaceId: 'depot' })], visits, { home: 0, site: 16, depot: -10 });
    const shift = problem.shifts[0]!;
    const route = timeRoute(indexProblem(problem), shift, visits);
    expect(route?.stops[0]).toMatchObject({ travelSec: 36 * 60, startSec: clock(8, 36) });
    const aboard = timeRoute(indexProblem(problem), { ...shift, parts: ['pump'] }, visits);
    expect(aboard?.stops[0]?.travelSec).toBe(960);
  });
});
