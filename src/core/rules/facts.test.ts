import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { TimedPlan } from '../timing/timed-plan';
import { indexProblem } from '../travel/problem-index';
import { verifyPlan } from '../verify/verify-plan';
import { breakKept } from './break-kept';
import { workingHours } from './working-hours';

describe('facts told with a broken rule', () => {
  it('of an order: what comes first is loose, or the gap as it is', () => {
    const after = { visitId: 'w', gapSec: 0 };
    const problem = aProblem([aShift()], [aVisit({ after }), aVisit({ id: 'w' })]);
    const stop = { visitId: 'v', startSec: 8 * HOUR + 960 };
    const route = {
      shiftId: 's',
      departSec: 8 * HOUR,
      breakStartSecs: [],
      stops: [stop],
      arriveSec: 9 * HOUR + 1920,
    };
    const verdict = verifyPlan(problem, {
      format: 'lime-plan',
      version: 1,
      routes: [route],
      unplannedVisitIds: ['w'],
      price: 0,
    });
    if (verdict.kind !== 'judged') throw new Error('the plan can be read');
    expect(verdict.violations).toEqual([
      { rule: 'order', shiftId: 's', visitId: 'v', facts: { after: 'w', loose: 1 } },
    ]);
  });

  it('of working hours: the earlier of first visit and first break counts', () => {
    const index = indexProblem(aProblem([aShift()], [aVisit()]));
    const told = (visitSec: number, breakSec: number) =>
      workingHours(index, {
        routes: [{ shift: aShift(), stops: [{ startSec: visitSec }], breaks: [{ startSec: breakSec }] }],
        unplanned: [],
      } as unknown as TimedPlan).map((v) => v.facts);
    expect(told(9 * HOUR, 8 * HOUR - 1)).toEqual([{ startSec: 8 * HOUR - 1 }]);
    expect(told(8 * HOUR - 2, 9 * HOUR)).toEqual([{ startSec: 8 * HOUR - 2 }]);
    expect(told(8 * HOUR, 8 * HOUR)).toEqual([]);
  });

  it('of breaks: which of them is missing, counted from one', () => {
    const index = indexProblem(aProblem([aShift()], [aVisit()]));
    const pause = (hour: number) => ({
      durationSec: 1800,
      earliestSec: hour * HOUR,
      latestSec: (hour + 1) * HOUR,
    });
    const shift = aShift({ breaks: [pause(9), pause(13)] });
    const taken = [{ startSec: 9 * HOUR, endSec: 9.5 * HOUR }];
    const told = (breaks: readonly { startSec: number; endSec: number }[]) =>
      breakKept(index, {
        routes: [{ shift, stops: [], breaks, arriveSec: 16 * HOUR }],
        unplanned: [],
      } as unknown as TimedPlan).map((v) => v.facts);
    expect(told(taken)).toEqual([{ missing: 2 }]);
    expect(told([])).toEqual([{ missing: 1 }, { missing: 2 }]);
  });
});
