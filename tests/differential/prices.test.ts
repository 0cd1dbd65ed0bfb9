import { solve } from '@/core/engine/index';
import { OBJECTIVES, type Objective, type Parts, type Prices, type Problem, verifyPlan } from '@/core/index';
import { everyFeature, type Feature } from '../support/every-feature';

const SIZE = { visits: 6, persons: 2, days: 2 };
const FACTOR = 1000;

type Priced = Partial<Record<keyof Prices, number>>;

/** Where a measure's price lies, at a low amount, and which feature makes it matter. */
const PRICED: Readonly<
  Record<
    Objective,
    {
      readonly key?: keyof Prices;
      readonly low: number;
      readonly features: readonly Feature[];
      readonly with?: Priced;
    }
  >
> = {
  travelTime: { key: 'travelPerSec', low: 2000, features: [] },
  travelDistance: { key: 'travelPerM', low: 20, features: [] },
  overtime: { key: 'overtimePerSec', low: 500, features: [] },
  lateness: { key: 'latePerSec', low: 500, features: [] },
  missedWindows: { key: 'missedWindow', low: 500_000, features: [] },
  unplanned: { low: 1, features: [] },
  daysWaited: { key: 'dayWaited', low: 500_000, features: [] },
  favoured: { key: 'favouredMissed', low: 500_000, features: [] },
  avoided: { key: 'avoidedUsed', low: 500_000, features: ['avoid'] },
  cover: { key: 'coverVisit', low: 500_000, features: [] },
  loan: { key: 'loanVisit', low: 500_000, features: ['loans'] },
  levelsToSpare: { key: 'levelToSpare', low: 100_000, features: ['levels'] },
  labour: { low: 1, features: ['pay'] },
  personsOut: { key: 'personOut', low: 500_000, features: [] },
  unfairShare: { key: 'unfairPerSec', low: 200, features: ['fair-share'] },
  siteTrips: { key: 'siteTrip', low: 300_000, features: ['sites'] },
  margin: { key: 'marginPerSec', low: 100, features: ['margin'], with: { marginSec: 1800 } },
  changed: { key: 'changed', low: 300_000, features: ['base'] },
  sharedOvertime: { key: 'sharedOvertimePerSec', low: 300, features: ['limits', 'shared-overtime'] },
  moved: { key: 'moved', low: 300_000, features: ['moved'], with: { movedSec: 600 } },
};

function at(problem: Problem, objective: Objective, times: number): Problem {
  const { key, low, with: more = {} } = PRICED[objective];
  if (objective === 'unplanned')
    return {
      ...problem,
      visits: problem.visits.map((v) => ({
        ...v,
        unplannedPrice: Math.round(v.unplannedPrice * 0.02 * times),
      })),
    };
  if (objective === 'labour')
    return {
      ...problem,
      shifts: problem.shifts.map((s) =>
        s.payPerSec ? { ...s, payPerSec: Math.round((s.payPerSec / 10) * times) } : s,
      ),
    };
  // Prices of visits and people of their own would hide the one that is turned.
  return {
    ...problem,
    visits: problem.visits.map(({ prices: _own, ...v }) => v),
    shifts: problem.shifts.map(({ overtimePerSec: _own, ...s }) => s),
    prices: { ...problem.prices, ...more, [key!]: low * times },
  };
}

function partsOf(problem: Problem): Parts {
  const solved = solve(problem, {
    seed: 5,
    budget: { kind: 'iterations', iterations: 2500 },
    prove: { seconds: 5, now: () => 0 },
  });
  if (!solved.ok) throw new Error('nothing is held');
  const verdict = verifyPlan(problem, solved.solution.plan);
  if (verdict.kind !== 'judged') throw new Error('the plan is readable');
  return verdict.parts;
}

/** How much of a measure there is; of labour, whose unit differs by person, what it costs at one price. */
function amountOf(objective: Objective, parts: Parts, times: number): number {
  if (objective === 'labour') return parts.labour.price / times;
  if (objective === 'unplanned') return parts.unplanned.price / times;
  return parts[objective].amount;
}

// Of two optima, the one at the higher price never has more of what is priced: what is exact here is small.
describe('a price up, its measure down, or already nought', () => {
  it.each(OBJECTIVES.map((o) => [o]))('%s', (objective) => {
    let fell = 0;
    let had = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const problem = everyFeature(seed, SIZE, PRICED[objective].features);
      const [cheap, dear] = [1, FACTOR].map((times) =>
        amountOf(objective, partsOf(at(problem, objective, times)), times),
      );
      // To the rounding of prices to whole millionths.
      expect(dear!).toBeLessThanOrEqual(cheap! * 1.0001 + 1);
      if (cheap! > 0) had++;
      if (dear! < cheap! * 0.9999) fell++;
    }
    expect(had === 0 || fell > 0).toBe(true);
  });
});
