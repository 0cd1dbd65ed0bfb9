import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { keptBoardOf } from '../explain/board';
import { planOfHand } from '../hand/apply-hand';
import { plannedRoute } from '../timing/planned-route';
import { timeRoute } from '../timing/time-route';
import { indexProblem } from '../travel/problem-index';
import { verifyPlan } from '../verify/verify-plan';
import { breakSooner } from './break-sooner';

const MINUTE = 60;

/** A visit that is promised for noon and takes three hours: with the break before it, it is late; after it, the break is. */
function noon(latestSec: number) {
  const rule = { durationSec: 1800, earliestSec: 12 * HOUR, dueSec: 13 * HOUR, latestSec: 37 * HOUR };
  const shift = aShift({ breaks: [rule] });
  const visits = [
    aVisit({ id: 'a' }),
    aVisit({
      id: 'b',
      placeId: 'next',
      durationSec: 3 * HOUR,
      windows: [{ startSec: 12 * HOUR, endSec: 12 * HOUR + 5 * MINUTE, latestSec }],
    }),
  ];
  const problem = aProblem([shift], visits, { home: 0, site: 16, next: 30 });
  const index = indexProblem(problem);
  const route = timeRoute(index, shift, visits)!;
  const plan = {
    format: 'lime-plan' as const,
    version: 1 as const,
    routes: [plannedRoute(route)],
    unplannedVisitIds: [],
    price: 0,
  };
  return { shift, problem, plan, route, board: keptBoardOf(index, plan)! };
}

describe('a break that would come too late', () => {
  it('is taken before what runs into it, which is later for it, at the price that the checker finds', () => {
    const { shift, problem, plan, route, board } = noon(20 * HOUR);
    expect(route.breaks[0]!.startSec).toBeGreaterThanOrEqual(15 * HOUR);
    const way = breakSooner(board, shift.id, 13 * HOUR)!;
    const [day] = way.result.timed.routes;
    expect(day!.breaks[0]!.startSec).toBe(12 * HOUR);
    expect(day!.stops.map((s) => s.visit.id)).toEqual(['a', 'b']);
    expect(way.result.pushed).toEqual([
      { visitId: 'b', shiftId: shift.id, wasSec: 12 * HOUR, startSec: 12 * HOUR + 30 * MINUTE },
    ]);
    expect(way.price).toBeGreaterThan(0);
    const before = verifyPlan(problem, plan);
    const after = verifyPlan(way.result.index.problem, planOfHand(way.result));
    if (before.kind !== 'judged' || after.kind !== 'judged') throw new Error('both can be read');
    expect(after.violations).toEqual([]);
    expect(after.price - before.price).toBe(way.price);
  });

  it('has no way where what follows cannot wait, or nobody has a break', () => {
    const { shift, board } = noon(12 * HOUR + 10 * MINUTE);
    expect(breakSooner(board, shift.id, 13 * HOUR)).toBeNull();
    expect(() => breakSooner(board, 'nobody', 13 * HOUR)).toThrow('on the board');
  });

  it('stays where it is in time already', () => {
    const { shift, board, route } = noon(20 * HOUR);
    const way = breakSooner(board, shift.id, route.breaks[0]!.startSec)!;
    expect(way.price).toBe(0);
    expect(way.result.pushed).toEqual([]);
    expect(way.result.timed.routes).toEqual([route]);
  });
});
