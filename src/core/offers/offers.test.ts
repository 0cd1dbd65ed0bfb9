import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { boardOf } from '../explain/board';
import { funnelOf } from '../explain/funnel';
import type { Plan } from '../model/plan';
import type { Problem, Shift, Visit } from '../model/problem';
import { indexProblem } from '../travel/problem-index';
import { gapFillers } from './gap-fillers';
import { offerWindows, windowsWithin } from './offer-windows';

const DAY = 24 * HOUR;
/** Second 0 is midnight before a Monday. */
const at = (day: number, hour: number): number => day * DAY + hour * HOUR;

function week(changes: Partial<Shift> = {}): Shift[] {
  return Array.from({ length: 7 }, (_, d) =>
    aShift({ id: `s${d}`, dayIx: d, startSec: at(d, 8), endSec: at(d, 16), ...changes }),
  );
}

const anytime = [{ startSec: 0, endSec: 8 * DAY, latestSec: 8 * DAY }];
const fresh = aVisit({ id: 'new', windows: anytime });
const empty: Plan = { format: 'lime-plan', version: 1, routes: [], unplannedVisitIds: [], price: 0 };

function board(problem: Problem, plan: Plan = empty) {
  const made = boardOf(indexProblem(problem), plan);
  if (!made) throw new Error('the plan can be read');
  return made;
}

const hours = (days: readonly number[]) => days.map((d) => ({ startSec: at(d, 8), endSec: at(d, 16) }));
const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6];

function daysOffered(
  visit: Visit,
  shifts: Shift[],
  request: { earliestSec: number; allowed?: ReturnType<typeof hours> },
) {
  const windows = windowsWithin(hours(EVERY_DAY), 2 * HOUR);
  const offers = offerWindows(board(aProblem(shifts, [])), visit, { windows, ...request });
  return [...new Set(offers.map((o) => Math.floor(o.window.startSec / DAY)))];
}

/** Common practice, all of these. */
describe('what is offered', () => {
  it('windows of two or four hours fill the day', () => {
    expect(windowsWithin(hours([0]), 2 * HOUR)).toHaveLength(4);
    expect(windowsWithin(hours([0]), 4 * HOUR)).toHaveLength(2);
  });
  it('asked on Wednesday with a day of lead time, Thursday is the first', () => {
    const askedAt = at(2, 8);
    expect(daysOffered(fresh, week(), { earliestSec: askedAt + DAY })).toEqual([3, 4, 5, 6]);
  });
  it('a kind done Monday to Thursday is not offered Friday to Sunday', () => {
    const allowed = hours([0, 1, 2, 3]);
    expect(daysOffered(fresh, week(), { earliestSec: 0, allowed })).toEqual([0, 1, 2, 3]);
  });
  it('a contractor at 20 hours a week gets no 21st', () => {
    const shifts = week();
    const done = aVisit({ id: 'done', durationSec: 7 * HOUR, windows: anytime });
    const visits = [0, 1].map((d) => ({ ...done, id: `done${d}` }));
    const routes = visits.map((v, d) => ({
      shiftId: `s${d}`,
      departSec: at(d, 8),
      breakStartSecs: [],
      stops: [{ visitId: v.id, startSec: at(d, 8) + 960 }],
      arriveSec: at(d, 15) + 1920,
    }));
    // Two days of 7 h 32 leave 4 h 56 of 20 hours, less the half hour of driving.
    const limits = [{ id: 'week', shiftIds: shifts.map((s) => s.id), maxWorkSec: 20 * HOUR }];
    const problem: Problem = { ...aProblem(shifts, visits), limits };
    const plan: Plan = { ...empty, routes };
    const windows = windowsWithin(hours([3]), 2 * HOUR);
    const offered = (hoursLong: number) =>
      offerWindows(
        board(problem, plan),
        { ...fresh, durationSec: hoursLong * HOUR },
        { windows, earliestSec: 0 },
      ).length;
    expect(offered(4)).toBeGreaterThan(0);
    expect(offered(5)).toBe(0);
  });
  it('a member of an active crew is not offered alone', () => {
    const alone = aShift();
    const crew = aShift({ id: 'c', personId: 'crew', memberIds: ['q', 'r'] });
    const windows = windowsWithin(hours([0]), 2 * HOUR);
    const shiftsOf = (shifts: Shift[]) =>
      offerWindows(board(aProblem(shifts, [])), fresh, { windows, earliestSec: 0 }).flatMap((o) =>
        o.place.spots.map((s) => s.shiftId),
      );
    expect(new Set(shiftsOf([alone]))).toEqual(new Set(['s']));
    expect(new Set(shiftsOf([alone, crew]))).toEqual(new Set(['c']));
  });
  it('two people at once are offered only when both are free', () => {
    const windows = windowsWithin(hours([0]), 2 * HOUR);
    const pair = { ...fresh, people: 2 };
    const other = aShift({ id: 't', personId: 'r', startSec: at(0, 12) });
    const offers = offerWindows(board(aProblem([aShift(), other], [])), pair, { windows, earliestSec: 0 });
    // Who begins at 12 and drives 16 minutes is there in the window from 12 to 14.
    expect(offers.map((o) => o.window.startSec / HOUR)).toEqual([12, 14]);
    expect(offers[0]?.place.spots).toHaveLength(2);
  });
});

describe('why not', () => {
  it('a level-60 need is met by level 99 and not by level 59', () => {
    const shifts = [59, 99].map((level) =>
      aShift({ id: `l${level}`, personId: `p${level}`, skills: [{ skillId: 'a', level }] }),
    );
    const visit = aVisit({ skills: [{ skillId: 'a', level: 60 }] });
    const plan = { ...empty, unplannedVisitIds: ['v'] };
    const funnel = funnelOf(board(aProblem(shifts, [visit]), plan), visit);
    expect(funnel.steps.filter((s) => s.removed > 0)).toEqual([{ rule: 'skills', removed: 1, alone: 1 }]);
    expect(funnel.left).toBe(1);
  });
  it('a full day is told apart from a rule', () => {
    const long = aVisit({ id: 'long', durationSec: 7 * HOUR });
    const visit = aVisit({ durationSec: 2 * HOUR });
    const routes = [
      {
        shiftId: 's',
        departSec: at(0, 8),
        breakStartSecs: [],
        stops: [{ visitId: 'long', startSec: at(0, 8) + 960 }],
        arriveSec: at(0, 15) + 1920,
      },
    ];
    const plan = { ...empty, routes, unplannedVisitIds: ['v'] };
    const problem = aProblem([aShift()], [long, visit]);
    expect(funnelOf(board(problem, plan), visit).steps.filter((s) => s.removed > 0)).toEqual([
      { rule: 'room', removed: 1, alone: 1 },
    ]);
    expect(gapFillers(board(problem, plan), 's', { startSec: at(0, 8), endSec: at(0, 16) }, 5)).toEqual([]);
  });
});
