import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { createRandom } from '../base/random';
import type { Plan } from '../model/plan';
import type { Visit } from '../model/problem';
import { indexProblem } from '../travel/problem-index';
import { simulatePlan } from './simulate-plan';
import { fromThreePoints, normalFrom, samplerOf } from './spread';

const none = { law: 'lognormal', share: 0 } as const;

function played(
  visits: Visit[],
  stops: Plan['routes'][number]['stops'],
  deviationSec: number,
  days = 20_000,
) {
  const problem = aProblem([aShift()], visits, { home: 0, site: 16, next: 16 });
  const plan: Plan = {
    format: 'lime-plan',
    version: 1,
    routes: [{ shiftId: 's', departSec: 8 * HOUR, breakStartSecs: [], stops, arriveSec: 12 * HOUR }],
    unplannedVisitIds: [],
    price: 0,
  };
  const result = simulatePlan(indexProblem(problem), plan, {
    seed: 7,
    days,
    travel: none,
    visit: () => ({ law: 'normal', deviationSec }),
  });
  if (!result.ok) throw new Error('the plan can be read');
  return result.outlook;
}

describe('the chance of being on time', () => {
  const first = aVisit();
  const start = 8 * HOUR + 960;
  /** One visit before it of normal duration: the chance is Φ(slack/σ); standard normal table, from memory. */
  it.each([
    [1, 0.8413],
    [1.645, 0.95],
    [1.96, 0.975],
    [0, 0.5],
  ])('a slack of %f deviations gives %f', (deviations, expected) => {
    const sigma = 600;
    const close = Math.round(start + HOUR + deviations * sigma);
    const second = aVisit({ id: 'w', windows: [{ startSec: 0, endSec: close, latestSec: close }] });
    const { visits } = played(
      [first, second],
      [
        { visitId: 'v', startSec: start },
        { visitId: 'w', startSec: start + HOUR },
      ],
      sigma,
    );
    expect(visits.find((v) => v.visitId === 'w')?.onTime).toBeCloseTo(expected, 2);
  });

  it('is certain where nothing strays, and the same for the same seed', () => {
    const stops = [{ visitId: 'v', startSec: start }];
    expect(played([first], stops, 0, 10).visits).toEqual([{ visitId: 'v', onTime: 1, meanStartSec: start }]);
    expect(played([first], stops, 900, 50)).toEqual(played([first], stops, 900, 50));
  });

  it('waits for the window to open', () => {
    const open = 10 * HOUR;
    const late = aVisit({ windows: [{ startSec: open, endSec: open + HOUR, latestSec: open + HOUR }] });
    expect(played([late], [{ visitId: 'v', startSec: open }], 0, 5).visits[0]?.meanStartSec).toBe(open);
  });
});

describe('several people', () => {
  it('begin when the last of them is there', () => {
    const visits = [aVisit({ id: 'a', placeId: 'next' }), aVisit({ people: 2 })];
    const problem = aProblem([aShift(), aShift({ id: 't', personId: 'r' })], visits, {
      home: 0,
      site: 16,
      next: 10,
    });
    const at = 8 * HOUR + 600 + HOUR + 360;
    const plan: Plan = {
      format: 'lime-plan',
      version: 1,
      routes: [
        {
          shiftId: 's',
          departSec: 8 * HOUR,
          breakStartSecs: [],
          stops: [{ visitId: 'v', startSec: at }],
          arriveSec: at + 2 * HOUR,
        },
        {
          shiftId: 't',
          departSec: 8 * HOUR,
          breakStartSecs: [],
          stops: [
            { visitId: 'a', startSec: 8 * HOUR + 600 },
            { visitId: 'v', startSec: at },
          ],
          arriveSec: at + 2 * HOUR,
        },
      ],
      unplannedVisitIds: [],
      price: 0,
    };
    const result = simulatePlan(indexProblem(problem), plan, {
      seed: 1,
      days: 3,
      travel: none,
      visit: () => none,
    });
    expect(result.ok && result.outlook.visits.find((v) => v.visitId === 'v')?.meanStartSec).toBe(at);
  });
});

describe('overtime', () => {
  it('is expected where the day may end late', () => {
    const long = aVisit({ durationSec: 7 * HOUR + 1680 });
    const { shifts } = played([long], [{ visitId: 'v', startSec: 8 * HOUR + 960 }], 600);
    // Ends at 16:00 on average: the mean of a normal variable above its mean is σ/√(2π).
    expect(shifts[0]?.overtimeChance).toBeCloseTo(0.5, 1);
    expect(shifts[0]?.meanOvertimeSec).toBeGreaterThan(200);
    expect(shifts[0]?.meanOvertimeSec).toBeLessThan(280);
  });
});

describe('how times stray', () => {
  it('lognormal keeps its mean and deviation', () => {
    const draw = samplerOf(3600, { law: 'lognormal', share: 0.3 }, normalFrom(createRandom(3)));
    const xs = Array.from({ length: 100_000 }, draw);
    const mean = xs.reduce((a, b) => a + b) / xs.length;
    const deviation = Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / xs.length);
    expect(mean / 3600).toBeCloseTo(1, 2);
    expect(deviation / 3600).toBeCloseTo(0.3, 2);
  });
  /** PERT: mean (a + 4m + b)/6, deviation (b − a)/6; Malcolm et al. 1959, from memory. */
  it('three points', () => {
    expect(fromThreePoints(30, 45, 120)).toEqual({ mean: 55, deviation: 15 });
  });
});
