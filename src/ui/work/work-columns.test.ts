import type { WorkRow } from '@/contract/work/work-list';
import { ageText, columnsOf, promisedText, stateText, USUAL_COLUMNS, WORK_COLUMNS } from './work-columns';

const row: WorkRow = {
  id: 'o',
  number: 7,
  outsideNumber: null,
  summary: 'Some work',
  jobKind: 'Kind',
  siteId: 's',
  site: 'Site',
  zone: 'Atlantic/Madeira',
  territory: 'Quay',
  customer: null,
  stage: 'open',
  priority: 2,
  receivedAt: Date.UTC(2026, 5, 7, 9) / 1000,
  dueAt: null,
  promisedAt: null,
  promisedUntil: null,
  plannedAt: null,
  people: null,
  visits: 1,
  loose: 1,
  atRisk: false,
};

describe('a work order in the list', () => {
  it.each([
    [{}, 'loose end'],
    [{ loose: 0 }, 'planned'],
    [{ visits: 0, loose: 0 }, 'without a visit'],
    [{ visits: 3, loose: 1 }, '1 of 3 loose'],
    [{ stage: 'done' }, 'done'],
    [{ stage: 'cancelled', loose: 0 }, 'cancelled'],
  ] as const)('%j has come to: %s', (change, words) => expect(stateText({ ...row, ...change })).toBe(words));

  it('says how long it waits in whole days', () => {
    expect(ageText(row, row.receivedAt + 86_399)).toBe('today');
    expect(ageText(row, row.receivedAt + 2 * 86_400 + 5)).toBe('2 d');
  });

  it('says what was promised by the clock there', () => {
    expect(promisedText(row)).toBe('–');
    const at = Date.UTC(2026, 5, 9, 9) / 1000;
    expect(promisedText({ ...row, promisedAt: at, promisedUntil: at + 7200 })).toMatch(/10:00–12:00$/);
  });
});

describe('columns of the list', () => {
  it('are those of the address that there are, else the usual ones', () => {
    expect(columnsOf(null)).toBe(USUAL_COLUMNS);
    expect(columnsOf('nothing,of,it')).toBe(USUAL_COLUMNS);
    expect(columnsOf('due,nothing,work')).toEqual(['due', 'work']);
  });

  it('have a name each, and the usual ones are among them', () => {
    const names = WORK_COLUMNS.map((c) => c.name);
    expect(new Set(names).size).toBe(names.length);
    expect(names).toEqual(expect.arrayContaining([...USUAL_COLUMNS]));
    for (const column of WORK_COLUMNS) expect(column.cell(row, row.receivedAt)).toBeDefined();
  });
});
