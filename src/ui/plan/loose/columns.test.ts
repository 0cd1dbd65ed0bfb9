import { groupedBy, LOOSE_COLUMNS, type LooseRow, meets, promiseOf, sortedBy } from './columns';

const NOW = 1_000_000;
const HOUR = 3600;
const row = (more: Partial<LooseRow['visit']> = {}, why: LooseRow['why'] = null): LooseRow => ({
  visit: {
    id: 'v',
    label: 'W-7',
    jobKind: 'Dead charger',
    site: 'Harbour steps',
    isLocated: true,
    lat: 0,
    lon: 0,
    territoryId: 't',
    zone: 'UTC',
    priority: 3,
    windows: [],
    durationMin: 60,
    dueAt: NOW + 48 * HOUR,
    receivedAt: NOW - 72 * HOUR,
    ...more,
  },
  territory: 'Quay',
  now: NOW,
  zone: 'UTC',
  why,
});
const window = (from: number, to: number) => [{ startAt: NOW + from * HOUR, endAt: NOW + to * HOUR }];

describe('a loose end', () => {
  it('says how it stands with its promise', () => {
    expect(promiseOf(row())).toBe('none');
    expect(promiseOf(row({ windows: window(-4, -2) }))).toBe('missed');
    expect(promiseOf(row({ windows: window(-1, 1) }))).toBe('soon');
    expect(promiseOf(row({ windows: window(4, 6) }))).toBe('ahead');
    expect(promiseOf(row({ windows: [...window(-4, -2), ...window(24, 26)] }))).toBe('ahead');
  });

  it('meets conditions by words and by numbers, moments in days from now', () => {
    expect(meets(row(), { field: 'jobKind', is: 'has', value: 'CHARGER' })).toBe(true);
    expect(meets(row(), { field: 'jobKind', is: 'is-not', value: 'dead charger' })).toBe(false);
    expect(meets(row(), { field: 'dueAt', is: 'at-most', value: '2' })).toBe(true);
    expect(meets(row(), { field: 'dueAt', is: 'at-most', value: '1.5' })).toBe(false);
    expect(meets(row(), { field: 'age', is: 'at-least', value: '3' })).toBe(true);
    expect(meets(row(), { field: 'duration', is: 'at-least', value: '' })).toBe(true);
    expect(meets(row(), { field: 'window', is: 'empty', value: '' })).toBe(true);
    expect(meets(row(), { field: 'a field of yesterday', is: 'is', value: 'x' })).toBe(true);
  });

  it('sorts by any column, both ways, and groups by what is said', () => {
    const rows = [
      row({ id: 'a', priority: 2 }),
      row({ id: 'b', priority: 1 }),
      row({ id: 'c', priority: 2 }),
    ];
    expect(sortedBy(rows, 'priority').map((r) => r.visit.id)).toEqual(['b', 'a', 'c']);
    expect(sortedBy(rows, '-priority').map((r) => r.visit.id)).toEqual(['a', 'c', 'b']);
    expect(groupedBy(rows, 'priority').map((g) => [g.name, g.rows.length])).toEqual([
      ['2', 2],
      ['1', 1],
    ]);
    expect(groupedBy(rows, null)).toEqual([{ name: null, rows }]);
  });

  it('says something in every column', () => {
    for (const r of [row(), row({}, undefined), row({}, 'room')])
      for (const c of LOOSE_COLUMNS) expect(c.text(r)).not.toBe('');
  });
});
