import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { createRandom } from '../base/random';
import { timeRoute } from '../timing/time-route';
import { indexProblem } from '../travel/problem-index';
import { courseOf } from './course';
import { eventsOf } from './events-of';
import { randomDraw } from './expect-day';
import { playDays } from './play';
import { stepOf } from './steps';

const shift = aShift({
  breaks: [{ durationSec: 1800, earliestSec: 9 * HOUR, latestSec: 10.5 * HOUR }],
});
const visits = [aVisit({ id: 'a' }), aVisit({ id: 'b' }), aVisit({ id: 'c' })];
const index = indexProblem(aProblem([shift], visits));

function played(seed: number) {
  const random = createRandom(seed);
  const route = timeRoute(index, shift, visits)!;
  const facts = { nowSec: 0, visits: new Map(), shifts: new Map() };
  const draw = randomDraw({ travelShare: 0.2, workShare: () => 0.4 }, () => random.next());
  return playDays(index, [courseOf(route, facts)], { nowSec: 0, mayPull: true, draw })[0]!;
}

describe('a played day as it is reported', () => {
  it('is in the order of time, and every step of a visit follows from the one before', () => {
    for (let seed = 0; seed < 40; seed++) {
      const events = eventsOf(played(seed));
      expect(events.map((e) => e.atSec)).toEqual([...events.map((e) => e.atSec)].sort((a, b) => a - b));
      for (const { id } of visits) {
        let state = 'planned' as Parameters<typeof stepOf>[0];
        for (const e of events.filter((x) => x.visitId === id))
          state = stepOf(state, e.kind as 'done') ?? 'cancelled';
        expect(state).toBe('done');
      }
      expect(events.filter((e) => e.kind.startsWith('break'))).toHaveLength(2);
      expect(events.at(-1)?.kind).toBe('off');
    }
  });

  it('is equal for equal seeds, and another for others', () => {
    expect(eventsOf(played(3))).toEqual(eventsOf(played(3)));
    expect(eventsOf(played(3))).not.toEqual(eventsOf(played(4)));
  });
});
