import type { LiveSeat } from '@/db/repositories/plan/live-parts';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import { chooseVisits, type Move } from './choose';

const seat = (personId: string, date: string): LiveSeat => ({
  part: 1,
  seat: 1,
  personId,
  date,
  startsAt: `${date}T08:00:00Z`,
  equipmentIds: [],
  overlapReason: null,
});
const row = (id: string, territoryId: string, links: Partial<VisitRow> = {}): VisitRow =>
  ({ id, territoryId, afterVisitId: null, samePersonAsId: null, ...links }) as VisitRow;
const moves = new Map<string, Move>([
  ['a', { from: [seat('p', '2026-06-09')], to: [seat('q', '2026-06-09')] }],
  ['b', { from: [], to: [seat('q', '2026-06-10')] }],
  ['c', { from: [seat('r', '2026-06-10')], to: [] }],
  ['d', { from: [seat('r', '2026-06-11')], to: [seat('s', '2026-06-11')] }],
]);
const rows = new Map(
  [
    row('a', 'north'),
    row('b', 'quay', { afterVisitId: 'a' }),
    row('c', 'quay'),
    row('d', 'quay', { samePersonAsId: 'c' }),
  ].map((r) => [r.id, r]),
);

describe('part of a draft', () => {
  const taken = (take: Parameters<typeof chooseVisits>[0]) => {
    const { chosen, along } = chooseVisits(take, moves, rows);
    return [[...chosen].sort().join(''), [...along].sort().join('')];
  };
  it.each([
    [{ by: 'all' } as const, 'abcd', ''],
    [{ by: 'territory', ids: ['north'] } as const, 'ab', 'b'],
    [{ by: 'day', dates: ['2026-06-11'] } as const, 'cd', 'c'],
    [{ by: 'person', ids: ['p'] } as const, 'ab', 'b'],
    [{ by: 'visit', ids: ['c'] } as const, 'cd', 'd'],
    [{ by: 'visit', ids: ['none'] } as const, '', ''],
  ])('%j takes %s, of them along: %s', (take, chosen, along) => {
    expect(taken(take as never)).toEqual([chosen, along]);
  });
});
