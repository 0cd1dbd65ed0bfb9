import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { OBJECTIVES, type Plan } from '../model/plan';
import { indexProblem } from '../travel/problem-index';
import { verifyPlan } from '../verify/verify-plan';
import { priceRoute, priceStop, totalPrice } from './price-plan';

const shift = aShift({
  dayIx: 2,
  endSec: 9 * HOUR,
  overtimeLimitSec: HOUR,
  territories: [{ territoryId: 't', relation: 'cover' }],
});
const visits = [
  aVisit({
    territoryId: 't',
    favouredPersonIds: ['other'],
    releaseDayIx: 0,
    windows: [{ startSec: 0, endSec: 8 * HOUR, latestSec: 9 * HOUR }],
  }),
  aVisit({ id: 'loose', unplannedPrice: 7_000_000 }),
];
const base = aProblem([shift], visits);
const problem = { ...base, prices: { ...base.prices, travelPerM: 3, personOut: 8_000_000 } };
const plan: Plan = {
  format: 'lime-plan',
  version: 1,
  routes: [
    {
      shiftId: 's',
      departSec: 8 * HOUR,
      breakStartSecs: [],
      stops: [{ visitId: 'v', startSec: 8 * HOUR + 960 }],
      arriveSec: 9 * HOUR + 1920,
    },
  ],
  unplannedVisitIds: ['loose'],
  price: 0,
};

function judged() {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') throw new Error('the plan can be read');
  return verdict;
}

describe('measures of a plan worked out by hand', () => {
  it.each([
    ['travelTime', 1920, 1920 * 6667],
    ['travelDistance', 28_800, 28_800 * 3],
    ['overtime', 1920, 1920 * 21_667],
    ['lateness', 960, 960 * 20_000],
    ['missedWindows', 1, 60_000_000],
    ['unplanned', 1, 7_000_000],
    ['daysWaited', 2, 8_000_000],
    ['favoured', 1, 14_000_000],
    ['cover', 1, 11_000_000],
    ['personsOut', 1, 8_000_000],
  ] as const)('%s', (objective, amount, price) => {
    expect(judged().parts[objective]).toEqual({ amount, price });
  });

  it('the total is their sum', () => {
    const { parts, price } = judged();
    expect(price).toBe(OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0));
  });

  it('a day is its stops, the way home, overtime and being sent out', () => {
    const [route] = judged().timed.routes;
    const [stop] = route!.stops;
    const day = totalPrice(priceRoute(route!, indexProblem(problem)));
    const home = 960 * 6667 + 14_400 * 3;
    expect(day).toBe(
      totalPrice(priceStop(stop!, route!, indexProblem(problem))) + home + 1920 * 21_667 + 8_000_000,
    );
  });
});
