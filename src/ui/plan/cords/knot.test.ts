import type { StopView, VisitView } from '@/contract/plan/plan-view';
import {
  type ColourContext,
  knotPath,
  likelyOf,
  NO_WINDOW,
  SLACK_STYLES,
  styleOf,
  styleOfKey,
  wordsOf,
} from './knot';

const AT = Date.UTC(2026, 5, 9, 9) / 1000;
const stop: StopView = { visitId: 'v', startAt: AT, finishAt: AT + 3600, travelSec: 600, slackSec: 7200 };
const visit: VisitView = {
  id: 'v',
  label: 'W-7',
  jobKind: 'Cable swap',
  site: 'Some quay',
  isLocated: true,
  lat: 0,
  lon: 0,
  territoryId: 't2',
  zone: 'Atlantic/Madeira',
  priority: 2,
  windows: [{ startAt: AT, endAt: AT + 7200 }],
};
const context: ColourContext = {
  by: 'slack',
  territories: [
    { id: 't1', name: 'Quay' },
    { id: 't2', name: 'Sallow' },
    { id: 't3', name: 'North' },
  ],
  jobKinds: ['Cable swap', 'Firmware'],
  says: 'kind',
  chances: new Map([['v', 0.9]]),
};

describe('how a knot looks', () => {
  it('tells slack by colour and by pattern: no two are alike in either', () => {
    const styles = Object.values(SLACK_STYLES);
    expect(new Set(styles.map((s) => s.fill)).size).toBe(3);
    expect(new Set(styles.map((s) => s.pattern)).size).toBe(3);
    expect(styleOf(stop, visit, context)).toBe(SLACK_STYLES.comfortable);
    expect(styleOf({ ...stop, slackSec: -1 }, visit, context)).toBe(SLACK_STYLES.missed);
  });

  it('tells the chance with its figure, and nothing of what is promised nothing', () => {
    const by = { ...context, by: 'chance' } as const;
    expect(styleOf(stop, visit, by)).toMatchObject({ mark: '90 %', pattern: 'dots' });
    expect(styleOf(stop, { ...visit, id: 'other' }, by)).toBe(NO_WINDOW);
    expect([0.95, 0.9, 0.8, 0.79].map(likelyOf)).toEqual(['likely', 'doubtful', 'doubtful', 'unlikely']);
  });

  it('tells territory, job kind and priority by colour, pattern and letters', () => {
    expect(styleOf(stop, visit, { ...context, by: 'territory' })).toMatchObject({
      mark: 'Sa',
      pattern: 'dots',
    });
    expect(styleOf(stop, visit, { ...context, by: 'jobKind' })).toMatchObject({
      mark: 'Ca',
      pattern: 'none',
    });
    expect(styleOf(stop, visit, { ...context, by: 'priority' })).toMatchObject({ mark: '2' });
    const all = context.territories.map((t) => styleOfKey(t.id, { ...context, by: 'territory' }));
    expect(new Set(all.map((s) => s.fill)).size).toBe(3);
    expect(new Set(all.map((s) => s.pattern)).size).toBe(3);
  });

  it('shows work out of sight as busy time and nothing else', () =>
    expect(styleOf(stop, undefined, { ...context, by: 'territory' })).toMatchObject({
      mark: '',
      pattern: 'none',
    }));

  it('says what is asked for', () => {
    expect(wordsOf(visit, 'number')).toBe('W-7');
    expect(wordsOf(visit, 'site')).toBe('Some quay');
    expect(wordsOf(visit, 'kind')).toBe('Cable swap');
    expect(wordsOf(visit, 'window')).toBe('10:00–12:00');
    expect(wordsOf({ ...visit, windows: [] }, 'window')).toBe('any time');
  });

  it('is a hexagon as wide as the visit is long, and never narrower than can be seen', () => {
    expect(knotPath(10, 20, 100, 16)).toBe('M10 20 L16 12 L104 12 L110 20 L104 28 L16 28 Z');
    expect(knotPath(0, 0, 1, 10)).toBe('M0 0 L3 -5 L3 -5 L6 0 L3 5 L3 5 Z');
  });
});
