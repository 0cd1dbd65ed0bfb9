import type { Stored } from '@/db/repositories/shared/schedule';
import { windowsOffered } from '../../shared/offers/windows-offered';

const offer = (more: Record<string, unknown> = {}) =>
  ({
    id: 'o',
    name: 'Usual',
    territoryId: 'quay',
    jobKindId: 'repair',
    widthMin: 120,
    gridMin: 120,
    fromMin: 480,
    toMin: 960,
    soonestMin: 0,
    aheadDays: 7,
    sameDayUntilMin: 600,
    ...more,
  }) as Stored<'offers'>;
const week = (open: readonly number[]) => ({
  id: 'w',
  weeks: [Array.from({ length: 7 }, (_, d) => (open.includes(d + 1) ? [{ startMin: 0, endMin: 1440 }] : []))],
  anchorDate: '2026-06-08',
});
const data = (of: { territory?: object; kind?: object; open?: readonly number[] } = {}) =>
  ({
    territories: new Map([
      [
        'quay',
        {
          id: 'quay',
          zone: 'Atlantic/Madeira',
          weekPatternId: null,
          holidays: [],
          quietHours: [],
          ...of.territory,
        },
      ],
    ]),
    kinds: new Map([['repair', { id: 'repair', leadTimeMin: 0, allowedPatternId: null, ...of.kind }]]),
    patterns: new Map([['w', week(of.open ?? [1, 2, 3, 4, 5, 6, 7])]]),
  }) as never;
/** By the clock of Madeira, which is an hour ahead of Greenwich in summer. */
const at = (text: string): number => Date.parse(`${text}:00+01:00`) / 1000;
const days = (windows: readonly { date: string }[]): string[] => [...new Set(windows.map((w) => w.date))];
const WEDNESDAY = at('2026-06-10T09:00');

describe('windows that are offered', () => {
  it('stand on the grid, of one width, inside the hours given', () => {
    const windows = windowsOffered(offer(), data(), WEDNESDAY).filter((w) => w.date === '2026-06-11');
    expect(windows.map((w) => [w.startMin, w.endMin])).toEqual([
      [480, 600],
      [600, 720],
      [720, 840],
      [840, 960],
    ]);
    const close = windowsOffered(offer({ gridMin: 60 }), data(), WEDNESDAY).filter(
      (w) => w.date === '2026-06-11',
    );
    expect(close).toHaveLength(7);
  });

  it('common practice: a day of lead time asked for on Wednesday offers Thursday first', () => {
    expect(days(windowsOffered(offer({ soonestMin: 1440, fromMin: 540 }), data(), WEDNESDAY))[0]).toBe(
      '2026-06-11',
    );
    expect(
      days(windowsOffered(offer({ fromMin: 540 }), data({ kind: { leadTimeMin: 1440 } }), WEDNESDAY))[0],
    ).toBe('2026-06-11');
  });

  it('common practice: what is done Monday to Thursday is not offered from Friday to Sunday', () => {
    const found = days(
      windowsOffered(offer(), data({ kind: { allowedPatternId: 'w' }, open: [1, 2, 3, 4] }), WEDNESDAY),
    );
    expect(found).toEqual(['2026-06-10', '2026-06-11', '2026-06-15', '2026-06-16', '2026-06-17']);
  });

  it('of the same day only until the hour that was set, and never where none was', () => {
    expect(days(windowsOffered(offer(), data(), WEDNESDAY))[0]).toBe('2026-06-10');
    expect(days(windowsOffered(offer(), data(), at('2026-06-10T10:01')))[0]).toBe('2026-06-11');
    expect(days(windowsOffered(offer({ sameDayUntilMin: null }), data(), WEDNESDAY))[0]).toBe('2026-06-11');
    // What has begun is not offered any more.
    expect(
      windowsOffered(offer(), data(), WEDNESDAY).filter((w) => w.date === '2026-06-10')[0]?.startMin,
    ).toBe(600);
  });

  it('none on holidays, when the territory is shut, or in its quiet hours', () => {
    const holiday = data({ territory: { holidays: [{ date: '2026-06-11', name: 'Feast' }] } });
    expect(days(windowsOffered(offer(), holiday, WEDNESDAY))).not.toContain('2026-06-11');
    expect(
      days(windowsOffered(offer(), data({ territory: { weekPatternId: 'w' }, open: [4] }), WEDNESDAY)),
    ).toEqual(['2026-06-11']);
    const quiet = data({
      territory: { quietHours: [{ jobKindId: 'repair', weekdays: [4], startMin: 720, endMin: 840 }] },
    });
    expect(
      windowsOffered(offer(), quiet, WEDNESDAY)
        .filter((w) => w.date === '2026-06-11')
        .map((w) => w.startMin),
    ).toEqual([480, 600, 840]);
  });

  it('so many days ahead and no further', () => {
    expect(days(windowsOffered(offer({ aheadDays: 2 }), data(), WEDNESDAY))).toEqual([
      '2026-06-10',
      '2026-06-11',
      '2026-06-12',
    ]);
  });
});
