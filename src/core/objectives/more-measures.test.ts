import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Objective, Plan, PlannedRoute } from '../model/plan';
import type { Problem, Shift, Visit } from '../model/problem';
import { verifyPlan } from '../verify/verify-plan';
import { fairShares } from './unfair-share';

const at = (h: number, m = 0): number => h * HOUR + m * 60;

const day = (changes: Partial<PlannedRoute> = {}): PlannedRoute => ({
  shiftId: 's',
  departSec: at(8),
  breakStartSecs: [],
  stops: [{ visitId: 'v', startSec: at(8, 16) }],
  arriveSec: at(9, 32),
  ...changes,
});

interface World {
  readonly shifts?: Shift[];
  readonly visits?: Visit[];
  readonly routes?: PlannedRoute[];
  readonly prices?: Partial<Problem['prices']>;
  readonly limits?: Problem['limits'];
}

function part(objective: Objective, world: World): { amount: number; price: number } {
  const base = aProblem(world.shifts ?? [aShift()], world.visits ?? [aVisit()]);
  const plan: Plan = {
    format: 'lime-plan',
    version: 1,
    routes: world.routes ?? [day()],
    unplannedVisitIds: [],
    price: 0,
  };
  const verdict = verifyPlan(
    { ...base, limits: world.limits, prices: { ...base.prices, ...world.prices } },
    plan,
  );
  if (verdict.kind !== 'judged') throw new Error('the plan can be read');
  return verdict.parts[objective];
}

describe('who does it', () => {
  it('somebody whom the customer would rather not have', () => {
    const prices = { avoidedUsed: 7 };
    expect(part('avoided', { visits: [aVisit({ avoidPersonIds: ['q'] })], prices })).toEqual({
      amount: 1,
      price: 7,
    });
    expect(part('avoided', { visits: [aVisit({ avoidPersonIds: ['other'] })], prices })).toEqual({
      amount: 0,
      price: 0,
    });
  });
  it('somebody on loan', () => {
    const shifts = [aShift({ territories: [{ territoryId: 'n', relation: 'loan' }] })];
    const world = { shifts, visits: [aVisit({ territoryId: 'n' })], prices: { loanVisit: 3 } };
    expect(part('loan', world)).toEqual({ amount: 1, price: 3 });
    expect(part('cover', world)).toEqual({ amount: 0, price: 0 });
  });
  it('the expert where less would do, over the skills asked for', () => {
    const shifts = [
      aShift({
        skills: [
          { skillId: 'a', level: 5 },
          { skillId: 'b', level: 5 },
        ],
      }),
    ];
    const visits = [aVisit({ skills: [{ skillId: 'a', level: 2 }] })];
    expect(part('levelsToSpare', { shifts, visits, prices: { levelToSpare: 10 } })).toEqual({
      amount: 3,
      price: 30,
    });
  });
  it('somebody else, or another day, than was published', () => {
    const changed = (personId: string, dayIx: number) =>
      part('changed', { visits: [aVisit({ base: { personId, dayIx } })], prices: { changed: 5 } }).amount;
    expect([changed('q', 0), changed('other', 0), changed('q', 1)]).toEqual([0, 1, 1]);
  });
});

describe('times that were published', () => {
  it('have moved where the start is further off than is of no matter, either way', () => {
    const moved = (published: number, movedSec?: number) => {
      const visits = [aVisit({ base: { personId: 'q', dayIx: 0, startSec: published } })];
      return part('moved', { visits, prices: { moved: 5, movedSec } });
    };
    // It starts at 08:16.
    expect(moved(at(8, 16)).amount).toBe(0);
    expect(moved(at(8, 15))).toEqual({ amount: 1, price: 5 });
    expect([moved(at(8, 46), 1800).amount, moved(at(8, 47), 1800).amount]).toEqual([0, 1]);
    expect([moved(at(7, 46), 1800).amount, moved(at(7, 45), 1800).amount]).toEqual([0, 1]);
    const visits = [aVisit({ base: { personId: 'q', dayIx: 0 } })];
    expect(part('moved', { visits, prices: { moved: 5 } }).amount).toBe(0);
  });
});

describe('hours beyond those of a week', () => {
  /**
   * Overtime beyond 40 h in the week at 1.5 times (US Fair Labor Standards Act, 29 U.S.C. § 207, from memory): at a
   * pay of 2 a second, half of it on top beyond the limit. Two days of 1 h 32 each stand for the week.
   */
  it('are paid half as much again on top', () => {
    const shifts = [
      aShift({ payPerSec: 2 }),
      aShift({ id: 't', dayIx: 1, startSec: at(32), endSec: at(41), payPerSec: 2 }),
    ];
    const next = day({
      shiftId: 't',
      departSec: at(32),
      stops: [{ visitId: 'w', startSec: at(32, 16) }],
      arriveSec: at(33, 32),
    });
    const visits = [aVisit(), aVisit({ id: 'w' })];
    const costs = (overtimeAfterSec?: number) => {
      const limits = [{ id: 'week', shiftIds: ['s', 't'], maxWorkSec: 48 * HOUR, overtimeAfterSec }];
      const world = { shifts, visits, routes: [day(), next], prices: { sharedOvertimePerSec: 1 }, limits };
      return { labour: part('labour', world).price, over: part('sharedOvertime', world) };
    };
    const whole = 2 * at(1, 32);
    expect(costs()).toEqual({ labour: 2 * whole, over: { amount: 0, price: 0 } });
    expect(costs(whole)).toEqual({ labour: 2 * whole, over: { amount: 0, price: 0 } });
    expect(costs(whole - 600)).toEqual({ labour: 2 * whole, over: { amount: 600, price: 600 } });
  });
});

describe('what the work costs', () => {
  it('an hour on site and 32 minutes of driving, paid by the second', () => {
    expect(part('labour', { shifts: [aShift({ payPerSec: 2 })] })).toEqual({ amount: 5520, price: 11_040 });
    expect(part('labour', {})).toEqual({ amount: 0, price: 0 });
  });
  it('driving on own time is not paid', () => {
    const shifts = [aShift({ payPerSec: 1, allowanceBeforeSec: 1800, allowanceAfterSec: 600 })];
    const early = day({
      departSec: at(7, 44),
      stops: [{ visitId: 'v', startSec: at(8) }],
      arriveSec: at(9, 16),
    });
    expect(part('labour', { shifts, routes: [early] }).amount).toBe(3600 + 960 - 600);
  });
  it('being sent out has the playbook’s price and the person’s', () => {
    const shifts = [aShift({ outPrice: 40 })];
    expect(part('personsOut', { shifts, prices: { personOut: 2 } })).toEqual({ amount: 1, price: 42 });
  });
  it('overtime may have a price of its own', () => {
    const shifts = [aShift({ endSec: at(9), overtimeLimitSec: HOUR, overtimePerSec: 3 })];
    expect(part('overtime', { shifts })).toEqual({ amount: 1920, price: 5760 });
  });
});

describe('how it lies in the day', () => {
  it('one trip to a site with several visits is one, two are two', () => {
    const visits = [aVisit(), aVisit({ id: 'w' })];
    const together = day({
      stops: [
        { visitId: 'v', startSec: at(8, 16) },
        { visitId: 'w', startSec: at(9, 16) },
      ],
      arriveSec: at(10, 32),
    });
    expect(part('siteTrips', { visits, routes: [together], prices: { siteTrip: 6 } })).toEqual({
      amount: 1,
      price: 6,
    });
    const apart = day({ shiftId: 't', stops: [{ visitId: 'w', startSec: at(8, 16) }] });
    const shifts = [aShift(), aShift({ id: 't', personId: 'r' })];
    expect(
      part('siteTrips', { visits, shifts, routes: [day(), apart], prices: { siteTrip: 6 } }).amount,
    ).toBe(2);
    expect(part('siteTrips', { prices: { siteTrip: 6 } }).amount).toBe(0);
  });
  it.each([
    ['an hour before the close', at(9, 16), 0],
    ['ten minutes before, where thirty are wanted', at(8, 26), 1200],
    ['late', at(8, 15), 1800],
  ])('margin: %s', (_name, closeSec, short) => {
    const windows = [{ startSec: at(6), endSec: closeSec, latestSec: at(10) }];
    const prices = { marginPerSec: 2, marginSec: 1800 };
    expect(part('margin', { visits: [aVisit({ windows })], prices })).toEqual({
      amount: short,
      price: 2 * short,
    });
  });
  it('of a window shorter than the margin no more is asked than to begin as it opens', () => {
    const windows = [{ startSec: at(8, 16), endSec: at(8, 20), latestSec: at(8, 20) }];
    expect(
      part('margin', { visits: [aVisit({ windows })], prices: { marginPerSec: 2, marginSec: 1800 } }).amount,
    ).toBe(0);
  });
});

describe('prices of a visit', () => {
  it('take the place of the playbook’s', () => {
    const windows = [{ startSec: 0, endSec: at(8), latestSec: at(9) }];
    const visits = [aVisit({ windows, prices: { latePerSec: 1, missedWindow: 0 } })];
    expect(part('lateness', { visits })).toEqual({ amount: 960, price: 960 });
    expect(part('missedWindows', { visits })).toEqual({ amount: 1, price: 0 });
  });
  it('count once for a visit of several people', () => {
    const windows = [{ startSec: 0, endSec: at(8), latestSec: at(9) }];
    const shifts = [aShift(), aShift({ id: 't', personId: 'r' })];
    const world = {
      visits: [aVisit({ windows, people: 2 })],
      shifts,
      routes: [day(), day({ shiftId: 't' })],
    };
    expect(part('lateness', world).amount).toBe(960);
    expect(part('travelTime', world).amount).toBe(2 * 1920);
  });
});

describe('the fair share', () => {
  it('is by working hours, rounded down, and only what is beyond it counts', () => {
    const shifts = [aShift(), aShift({ id: 't', personId: 'r', endSec: at(12) })];
    const visits = [aVisit(), aVisit({ id: 'w' })];
    const problem = aProblem(shifts, visits);
    expect([...fairShares(problem)]).toEqual([
      ['q', 4800],
      ['r', 2400],
    ]);
    const routes = [day(), day({ shiftId: 't', stops: [{ visitId: 'w', startSec: at(8, 16) }] })];
    expect(part('unfairShare', { shifts, visits, routes, prices: { unfairPerSec: 2 } })).toEqual({
      amount: 1200,
      price: 2400,
    });
  });
});
