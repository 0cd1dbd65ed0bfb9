import type { PersonView, PlanView, StopView, VisitView } from '@/contract/plan/plan-view';
import { createAxis, hoursOf, hourTicks } from './axis';
import { type ColourContext, hueOf, knotPath, styleOf, styleOfKey } from './knot';
import { stopsOf } from './use-cord-keys';

const stop = (changes: Partial<StopView> = {}): StopView => ({
  visitId: 'v',
  startAt: 1000,
  finishAt: 2000,
  travelSec: 60,
  slackSec: 3600,
  ...changes,
});
const visit: VisitView = {
  id: 'v',
  label: 'W-1',
  jobKind: 'Repair',
  site: 'Mill',
  isLocated: true,
  lat: 0,
  lon: 0,
  territoryId: 'n',
  zone: 'UTC',
  priority: 2,
  windows: [],
};
const context: ColourContext = {
  by: 'slack',
  says: 'kind',
  territories: [
    { id: 'n', name: 'North' },
    { id: 's', name: 'South' },
  ],
  jobKinds: ['Install', 'Repair'],
  chances: new Map(),
};

describe('knots', () => {
  it('by slack differ in pattern as well as colour', () => {
    const styles = [3600, 60, -60].map((slackSec) => styleOf(stop({ slackSec }), visit, context));
    expect(new Set(styles.map((s) => s.pattern)).size).toBe(3);
    expect(new Set(styles.map((s) => s.stroke)).size).toBe(3);
  });

  it('a quarter of an hour is no longer tight', () => {
    const of = (slackSec: number) => styleOf(stop({ slackSec }), visit, context).pattern;
    expect([of(0), of(899), of(900)]).toEqual(['dots', 'dots', 'none']);
  });

  it('of work out of sight are plain, whatever the colours are by', () => {
    for (const by of ['slack', 'chance', 'territory', 'jobKind', 'priority'] as const)
      expect(styleOf(stop({ visitId: '' }), undefined, { ...context, by }).mark).toBe('');
  });

  it('by chance say how likely their window is kept, and stay plain where none is promised', () => {
    const of = (chance: number | undefined) =>
      styleOf(stop(), visit, {
        ...context,
        by: 'chance',
        chances: new Map(chance === undefined ? [] : [[visit.id, chance]]),
      });
    expect([0.96, 0.85, 0.4].map((c) => of(c).mark)).toEqual(['96 %', '85 %', '40 %']);
    expect(new Set([0.96, 0.85, 0.4].map((c) => of(c).pattern)).size).toBe(3);
    expect(of(undefined)).toMatchObject({ fill: 'none', mark: '' });
  });

  it('by territory, job kind and priority are marked with letters as in the legend', () => {
    const marks = (['territory', 'jobKind', 'priority'] as const).map((by) => {
      const style = styleOf(stop(), visit, { ...context, by });
      const key = by === 'territory' ? 'n' : by === 'jobKind' ? 'Repair' : '2';
      expect(style).toEqual(styleOfKey(key, { ...context, by }));
      return style.mark;
    });
    expect(marks).toEqual(['No', 'Re', '2']);
  });

  it('hues of the first ones are far apart', () => {
    const hues = Array.from({ length: 6 }, (_, ix) => Number(/hsl\((\d+)/.exec(hueOf(ix))![1]));
    for (const [i, a] of hues.entries())
      for (const b of hues.slice(i + 1))
        expect(Math.min(Math.abs(a - b), 360 - Math.abs(a - b))).toBeGreaterThan(20);
  });

  it('are closed shapes no wider than their time', () => {
    const xs = [...knotPath(10, 5, 40, 12).matchAll(/[ML](-?[\d.]+) /g)].map((m) => Number(m[1]));
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([10, 50]);
    expect(knotPath(0, 0, 1, 10)).toMatch(/^M0 0 .*Z$/);
  });
});

describe('the axis of a day', () => {
  const axis = createAxis(8 * 3600, 12 * 3600, 400);

  it('has a tick at every whole hour', () => {
    expect(hourTicks(axis).map((at) => axis.x(at))).toEqual([0, 100, 200, 300, 400]);
    expect(hourTicks(createAxis(8 * 3600 + 1, 10 * 3600 - 1, 400))).toEqual([9 * 3600]);
  });

  it('reaches over whoever leaves home before the shift and comes home after it', () => {
    const route = {
      departAt: 7.4 * 3600,
      arriveAt: 16.9 * 3600,
      workEndAt: 0,
      overtimeSec: 0,
      endTravelSec: 0,
      breaks: [],
      stops: [stop(), stop({ visitId: '' }), stop({ visitId: 'w' })],
    };
    const shift = { id: 's', date: '1970-01-01', startAt: 8 * 3600, endAt: 16 * 3600, route };
    const person: PersonView = {
      id: 'p',
      name: 'P',
      zone: 'UTC',
      homeTerritory: 'n',
      skills: [],
      groupIds: [],
      shifts: [shift],
    };
    const view = { people: [person], zone: 'UTC' } as unknown as PlanView;
    expect(hoursOf(view, '1970-01-01')).toEqual({ fromAt: 7 * 3600, toAt: 18 * 3600 });
    // The keys step over what is only busy time.
    expect(stopsOf(person, '1970-01-01')).toEqual(['v', 'w']);
    expect(stopsOf(person, '1970-01-02')).toEqual([]);
  });
});
