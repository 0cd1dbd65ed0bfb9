import { solve } from '@/core/engine/index';
import { cutIntoDayParts, verifyPlan } from '@/core/index';
import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';

const DAY = 24 * HOUR;
const options = { mostSec: 6 * HOUR, gapSec: 8 * HOUR, maxGapSec: 20 * HOUR, horizonEndSec: 5 * DAY };
const windows = [{ startSec: 9 * HOUR, endSec: 10 * HOUR, latestSec: 10 * HOUR }];

describe('a job longer than a day', () => {
  it('comes in parts that make up the whole', () => {
    const job = aVisit({
      durationSec: 16 * HOUR + 1,
      unplannedPrice: 100,
      windows,
      tie: { startSec: 9 * HOUR },
    });
    const parts = cutIntoDayParts(job, options);
    expect(parts.map((p) => p.id)).toEqual(['v', 'v/2', 'v/3']);
    expect(parts.reduce((sum, p) => sum + p.durationSec, 0)).toBe(job.durationSec);
    expect(parts.reduce((sum, p) => sum + p.unplannedPrice, 0)).toBe(100);
    expect(Math.max(...parts.map((p) => p.durationSec))).toBeLessThanOrEqual(6 * HOUR);
    expect(parts[0]).toMatchObject({ windows, tie: { startSec: 9 * HOUR } });
    expect(parts[2]).toMatchObject({
      samePersonAs: 'v/2',
      after: { visitId: 'v/2', gapSec: 8 * HOUR },
      tie: {},
    });
    expect(parts[1]!.windows).toEqual([{ startSec: 9 * HOUR, endSec: 5 * DAY, latestSec: 5 * DAY }]);
  });

  it('is left alone when it fits, and refused when several people do it at once', () => {
    const short = aVisit({ durationSec: 6 * HOUR });
    expect(cutIntoDayParts(short, options)).toEqual([short]);
    expect(() => cutIntoDayParts(aVisit({ durationSec: 7 * HOUR, people: 2 }), options)).toThrow(
      'one person',
    );
    expect(() => cutIntoDayParts(short, { ...options, mostSec: 0 })).toThrow('takes time');
  });

  it('stays with one person, day after day, and nothing breaks a rule', () => {
    const days = [0, 1, 2, 3].flatMap((d) =>
      ['a', 'b'].map((q) =>
        aShift({
          id: `${q}${d}`,
          personId: q,
          dayIx: d,
          startSec: d * DAY + 8 * HOUR,
          endSec: d * DAY + 16 * HOUR,
        }),
      ),
    );
    const job = cutIntoDayParts(aVisit({ durationSec: 17 * HOUR, windows }), options);
    const others = [1, 2, 3].map((i) =>
      aVisit({
        id: `w${i}`,
        durationSec: 5 * HOUR,
        windows: [{ startSec: 0, endSec: 4 * DAY, latestSec: 4 * DAY }],
      }),
    );
    const problem = aProblem(days, [...job, ...others]);
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 3000 } });
    if (!result.ok) throw new Error('nothing is held');
    const { plan } = result.solution;
    expect(plan.unplannedVisitIds).toEqual([]);
    expect(verifyPlan(problem, plan)).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
    const doing = plan.routes.filter((r) => r.stops.some((s) => s.visitId.startsWith('v')));
    expect(new Set(doing.map((r) => r.shiftId[0])).size).toBe(1);
    expect(doing.map((r) => r.shiftId.slice(1)).sort()).toEqual(['0', '1', '2']);
  });
});
