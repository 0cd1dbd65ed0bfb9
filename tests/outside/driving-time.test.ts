import { solve } from '@/core/engine/index';
import { type BreakRule, createRandom, type Problem, type TimedRoute, verifyPlan } from '@/core/index';
import { aProblem, aShift, aVisit, HOUR } from '../support/small';

const MINUTE = 60;
const START = 6 * HOUR;
const END = 15 * HOUR;
/** Regulation (EC) 561/2006 art. 7 (from memory): after so much driving a break of 45 minutes, or 15 and then 30. */
const MOST_DRIVING = 4.5 * HOUR;

/** Begins while at most so much can have been driven, and ends when at most so much is left to drive. */
function lastPart(minutes: number): BreakRule {
  const durationSec = minutes * MINUTE;
  return { durationSec, earliestSec: END - MOST_DRIVING - durationSec, latestSec: START + MOST_DRIVING };
}
const firstPart: BreakRule = {
  durationSec: 15 * MINUTE,
  earliestSec: START,
  latestSec: START + MOST_DRIVING - 15 * MINUTE,
  dueSec: START + MOST_DRIVING,
};

/** Far apart and short, so that a day is little but driving. */
function driven(seed: number, breaks: readonly BreakRule[]): Problem {
  const random = createRandom(seed);
  const minutes: Record<string, number> = { home: 0 };
  for (let i = 0; i < 9; i++) minutes[`site ${i}`] = random.below(241) - 120;
  const visits = Object.keys(minutes)
    .filter((id) => id !== 'home')
    .map((placeId) => aVisit({ id: placeId, placeId, durationSec: 5 * MINUTE }));
  return aProblem([aShift({ startSec: START, endSec: END, breaks: [...breaks] })], visits, minutes);
}

/** Seconds of driving up to each break, from the one before, and after the last. */
function stretches({ stops, breaks, arriveSec, endTravelSec }: TimedRoute): number[] {
  const legs = stops.map((stop) => ({ from: stop.arriveSec - stop.travelSec, sec: stop.travelSec }));
  legs.push({ from: arriveSec - endTravelSec, sec: endTravelSec });
  return Array.from({ length: breaks.length + 1 }, (_, k) => {
    const from = k > 0 ? breaks[k - 1]!.startSec : 0;
    const to = k < breaks.length ? breaks[k]!.startSec : Number.POSITIVE_INFINITY;
    return legs.reduce((sum, leg) => (leg.from >= from && leg.from < to ? sum + leg.sec : sum), 0);
  });
}

describe('45 minutes of break after 4 h 30 of driving', () => {
  it.each([
    ['in one', [lastPart(45)]],
    ['as 15 and then 30', [firstPart, lastPart(30)]],
  ])('%s: nobody drives longer without, though most days hold more driving', (_name, breaks) => {
    let long = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const problem = driven(seed, breaks);
      const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 300 } });
      if (!result.ok) throw new Error('nothing is held');
      const verdict = verifyPlan(problem, result.solution.plan);
      if (verdict.kind !== 'judged') throw new Error('it can be judged');
      expect(verdict).toMatchObject({ violations: [], priceAgrees: true });
      for (const route of verdict.timed.routes) {
        const all = stretches(route);
        const driving = all.reduce((a, b) => a + b);
        // A short pause before the longer one does not count alone: what lies between them is one stretch.
        const counted = breaks.length === 2 && all.length === 3 ? [all[0]! + all[1]!, all[2]!] : all;
        expect(Math.max(...counted)).toBeLessThanOrEqual(MOST_DRIVING);
        if (driving > MOST_DRIVING) long++;
      }
    }
    expect(long).toBeGreaterThan(10);
  });
});
