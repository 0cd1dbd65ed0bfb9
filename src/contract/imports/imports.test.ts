import fc from 'fast-check';
import { OBJECTS } from '../registry';
import { guessMeanings, signatureOf } from './meanings';
import { type CellContext, readCell, readDate } from './read-cell';
import { readWeeks } from './read-weeks';
import { schemaOf, TARGETS } from './targets';

const context = (more: Partial<CellContext> = {}): CellContext => ({
  dateOrder: 'dmy',
  decimal: '.',
  today: '2026-06-09',
  instantOf: (date, minutes) => `${date}+${minutes}`,
  ...more,
});
const field = (object: keyof typeof OBJECTS, name: string) =>
  (OBJECTS[object].schema.shape as unknown as Record<string, never>)[name]!;
const value = (
  object: keyof typeof OBJECTS,
  name: string,
  text: string,
  more: Partial<CellContext> = {},
): unknown => {
  const read = readCell(field(object, name), text, context(more));
  return read.ok ? read.value : `! ${read.code}`;
};

describe('cells as spreadsheets write them', () => {
  it.each<[string, '.' | ',', unknown]>([
    ['31.5', '.', 31.5],
    ['31,5', ',', 31.5],
    ['1,234.5', '.', 1234.5],
    ['1.234,5', ',', 1234.5],
    ['1 234,5', ',', 1234.5],
    ["1'234", '.', 1234],
    ['-20,71', ',', -20.71],
    ['12 EUR', '.', '! not-number'],
    ['', '.', '! not-number'],
  ])('the number %s with %s comes to %p', (text, decimal, expected) => {
    expect(value('technicians', 'payPerHour', text, { decimal })).toBe(expected);
  });
  it.each<[string, unknown]>([
    ['90', 90],
    ['1:30', 90],
    ['1 h 30', 90],
    ['2 h', 120],
    ['45 min', 45],
    ['soon', '! not-number'],
  ])('the duration %s comes to %p', (text, expected) =>
    expect(value('job-kinds', 'durationMin', text)).toBe(expected),
  );
  it.each<[string, CellContext['dateOrder'], string | null]>([
    ['2026-06-09', 'dmy', '2026-06-09'],
    ['9.6.2026', 'dmy', '2026-06-09'],
    ['09/06/2026', 'dmy', '2026-06-09'],
    ['06/09/2026', 'mdy', '2026-06-09'],
    ['2026/6/9', 'dmy', '2026-06-09'],
    ['29.02.2028', 'dmy', '2028-02-29'],
    ['29.02.2026', 'dmy', null],
    ['31/04/2026', 'dmy', null],
    ['13/13/2026', 'dmy', null],
    ['9.6.26', 'dmy', null],
    ['June 9', 'dmy', null],
  ])('the day %s read as %s is %s', (text, order, expected) => expect(readDate(text, order)).toBe(expected));
  it('every day comes back in every order', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2199-12-31'), noInvalidDate: true }),
        (at) => {
          const iso = at.toISOString().slice(0, 10);
          const [y, m, d] = iso.split('-');
          expect([
            readDate(iso, 'ymd'),
            readDate(`${d}/${m}/${y}`, 'dmy'),
            readDate(`${m}/${d}/${y}`, 'mdy'),
          ]).toEqual([iso, iso, iso]);
        },
      ),
    );
  });
  it.each<[string, unknown]>([
    ['yes', true],
    ['X', true],
    ['0', false],
    ['No', false],
    ['maybe', '! not-boolean'],
  ])('%s is %p', (text, expected) => expect(value('skills', 'expires', text)).toBe(expected));
  it('moments without a zone are by the company’s clock', () => {
    expect(value('visits', 'earliestAt', '9.6.2026 08:30')).toBe('2026-06-09+510');
    expect(value('visits', 'earliestAt', '2026-06-09T08:30:00Z')).toBe('2026-06-09T08:30:00Z');
    expect(value('visits', 'earliestAt', '2026-06-09')).toBe('2026-06-09+0');
    expect(value('visits', 'earliestAt', 'tomorrow')).toBe('! format-datetime');
  });
  it('lists are parted by semicolons and colons, or are JSON', () => {
    expect(value('technicians', 'skills', 'Lifting:3; Network:2:2026-01-01:2026-12-31')).toEqual([
      { skillId: 'Lifting', level: 3, validFrom: '2026-06-09', validTo: null },
      { skillId: 'Network', level: 2, validFrom: '2026-01-01', validTo: '2026-12-31' },
    ]);
    expect(value('technicians', 'territories', 'Quay')).toEqual([
      { territoryId: 'Quay', relation: 'home', validFrom: '2026-06-09', validTo: null },
    ]);
    expect(value('crews', 'members', 'Ann | Bob')).toEqual([
      { technicianId: 'Ann' },
      { technicianId: 'Bob' },
    ]);
    expect(value('job-kinds', 'tasks', 'Look; Mend; Test')).toEqual(['Look', 'Mend', 'Test']);
    expect(value('job-kinds', 'skills', '[{"skillId":"a","level":1}]')).toEqual([{ skillId: 'a', level: 1 }]);
    expect(value('job-kinds', 'skills', '[{"skillId"')).toBe('! not-json');
    expect(value('job-kinds', 'skills', 'a:1:2:3')).toBe('! list-form');
    expect(value('job-kinds', 'skills', 'a:many')).toBe('! not-number');
  });
});

describe('hours of a week as people write them', () => {
  const hours = (startMin: number, endMin: number) => ({ startMin, endMin });
  it.each<[string, unknown]>([
    ['Mon-Fri 8-16:30', [[...Array(5).fill([hours(480, 990)]), [], []]]],
    [
      'Mo-Fr 8-12, 13-17; Sa 8-12',
      [[...Array(5).fill([hours(480, 720), hours(780, 1020)]), [hours(480, 720)], []]],
    ],
    ['Sat 22-6', [[[], [], [], [], [], [hours(1320, 1800)], []]]],
    [
      'Mon 8-12 / Tue 8-12',
      [
        [[hours(480, 720)], [], [], [], [], [], []],
        [[], [hours(480, 720)], [], [], [], [], []],
      ],
    ],
    ['Fri-Mon 8-12', null],
    ['always', null],
    ['Mon 8', null],
    ['Mon 8-99', null],
  ])('%s', (text, expected) => expect(readWeeks(text)).toEqual(expected));
});

describe('what columns mean', () => {
  it('is guessed from their names, each field once', () => {
    expect(
      guessMeanings('technicians', [
        'Full name',
        'Latitude',
        'LNG',
        'Time Zone',
        'Skills',
        'Shoe size',
        'Name',
      ]),
    ).toEqual({
      'Full name': 'name',
      Latitude: 'homeLat',
      LNG: 'homeLon',
      'Time Zone': 'zone',
      Skills: 'skills',
      'Shoe size': '',
      Name: '',
    });
    expect(guessMeanings('work', ['No.', 'Problem', 'Type', 'Customer', 'Due date'])).toEqual({
      'No.': 'number',
      Problem: 'summary',
      Type: 'jobKind',
      Customer: 'site',
      'Due date': 'dueAt',
    });
  });
  it('is what was said before, as long as there is such a field', () => {
    expect(guessMeanings('skills', ['A', 'B'], { A: 'name', B: 'nowhere' })).toEqual({ A: 'name', B: '' });
    expect(signatureOf(['B b', 'a'])).toBe(signatureOf(['A', 'bb']));
  });
  it.each(TARGETS)('of %s are all fields by their own names', (target) => {
    const fields = Object.keys(schemaOf(target).shape);
    expect(guessMeanings(target, fields)).toEqual(Object.fromEntries(fields.map((f) => [f, f])));
  });
});

describe('any cell', () => {
  it('is read or refused, and breaks nothing', () => {
    const target = fc.constantFrom(...TARGETS);
    fc.assert(
      fc.property(
        target,
        fc.nat(),
        fc.oneof(fc.string(), fc.string({ unit: 'grapheme' }), fc.json()),
        (name, at, text) => {
          const fields = Object.values(schemaOf(name).shape);
          const read = readCell(fields[at % fields.length] as never, text, context());
          expect(read.ok || typeof read.code === 'string').toBe(true);
        },
      ),
      { numRuns: 2000 },
    );
  });
});
