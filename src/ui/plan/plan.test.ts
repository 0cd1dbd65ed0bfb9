import type { PlanView, RouteView, StopView, VisitView } from '@/contract/plan/plan-view';
import { OBJECTIVES, type Objective, type Parts } from '@/core/index';
import { countIn } from '../messages/counting';
import { changeText, distanceText, durationText, priceText, tellingMeasures } from '../messages/figures';
import { createAxis, hoursOf, hourTicks } from './cords/axis';
import { knotPath } from './cords/knot';
import { loadOf } from './cords/PersonLabel';
import { layOut } from './loose/LooseEnds';

const HOUR = 3600;
const T0 = Date.UTC(2026, 5, 9, 7) / 1000;

function parts(given: Partial<Record<Objective, [number, number]>>): Parts {
  return Object.fromEntries(
    OBJECTIVES.map((o) => [o, { amount: given[o]?.[0] ?? 0, price: given[o]?.[1] ?? 0 }]),
  ) as unknown as Parts;
}

const stop: StopView = {
  visitId: 'v',
  startAt: T0 + HOUR,
  finishAt: T0 + 2 * HOUR,
  travelSec: 600,
  slackSec: 900,
};
const route: RouteView = {
  departAt: T0 - 300,
  arriveAt: T0 + 3 * HOUR,
  workEndAt: T0 + 3 * HOUR,
  overtimeSec: 0,
  endTravelSec: 900,
  breaks: [{ startAt: T0, endAt: T0 + 1800 }],
  stops: [stop],
};
const visit = (id: string, from: number, to: number, priority = 3) =>
  ({
    id,
    jobKind: 'Kind',
    site: 'Site',
    priority,
    windows: [{ startAt: T0 + from * HOUR, endAt: T0 + to * HOUR }],
  }) as unknown as VisitView;
const shift = {
  id: 's',
  date: '2026-06-09',
  startAt: T0,
  endAt: T0 + 8 * HOUR,
  route,
  from: 0,
  to: 0,
};
const view = {
  dates: ['2026-06-09'],
  zone: 'Atlantic/Madeira',
  people: [{ id: 'q', name: 'Q', shifts: [shift] }],
  visits: [visit('v', 0, 2), visit('loose', 1, 3)],
  looseIds: ['loose'],
} as unknown as PlanView;

describe('figures in words', () => {
  it.each([
    [0, '0 min'],
    [59 * 60, '59 min'],
    [80 * 60, '1 h 20'],
    [7200, '2 h'],
    [-65 * 60, '−1 h 05'],
  ])('%i s is %s', (seconds, text) => expect(durationText(seconds)).toBe(text));
  it('distances, prices and changes', () => {
    expect([distanceText(9400), distanceText(7_230_400)]).toEqual(['9.4 km', '7,230 km']);
    countIn({ currency: 'GBP', distanceUnit: 'mi' });
    // One international mile is 1,609.344 m.
    expect([distanceText(1609.344), distanceText(-160_934.4)]).toEqual(['1.0 mi', '−100 mi']);
    countIn({ currency: 'EUR', distanceUnit: 'km' });
    expect([priceText(12_340_000), priceText(1_628_400_000), priceText(-5_000_000)]).toEqual([
      '12.3',
      '1,628',
      '−5.0',
    ]);
    expect([changeText(0, String), changeText(3, String), changeText(-60, durationText)]).toEqual([
      '±0',
      '+3',
      '−1 min',
    ]);
  });
});

describe('the axis', () => {
  it('folds the night away and maps both ways', () => {
    const { fromAt, toAt } = hoursOf(view, '2026-06-09');
    expect([(fromAt - T0) / HOUR, (toAt - T0) / HOUR]).toEqual([-1, 9]);
    const axis = createAxis(fromAt, toAt, 500);
    expect(axis.at(axis.x(T0 + 1234))).toBeCloseTo(T0 + 1234, 6);
    expect(hourTicks(axis)).toHaveLength(11);
  });
  it('of a day on which nobody works is a working day long', () => {
    const { fromAt, toAt } = hoursOf(view, '2026-06-14');
    expect((toAt - fromAt) / HOUR).toBe(11);
  });
});

describe('load', () => {
  it('is driving and work over working time, break and own time apart', () => {
    // 600 + 3600 + 900 s, of which 300 s were driven before the shift.
    expect(loadOf([shift])).toEqual({ plannedSec: 4800, workedSec: 8 * HOUR - 1800 });
  });
});

describe('loose ends', () => {
  it('lie in lanes so that no name covers another', () => {
    const axis = createAxis(T0, T0 + 10 * HOUR, 800);
    const lanes = layOut([visit('a', 0, 2), visit('b', 1, 2), visit('c', 8, 9), visit('d', 20, 22)], axis);
    expect(lanes.map((l) => [l.visit.id, l.lane])).toEqual([
      ['a', 0],
      ['b', 1],
      ['c', 0],
    ]);
  });
  it('a very short knot keeps a body', () => {
    expect(knotPath(0, 10, 0, 20)).toContain('L6 10');
  });
});

describe('measures worth a line', () => {
  it('are the usual ones, and others only where they cost something', () => {
    expect(tellingMeasures(parts({}))).toContain('travelTime');
    expect(tellingMeasures(parts({ loan: [3, 0] }))).not.toContain('loan');
    expect(tellingMeasures(parts({}), parts({ loan: [3, 9] }))).toContain('loan');
  });
});
