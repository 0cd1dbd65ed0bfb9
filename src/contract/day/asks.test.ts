import type { z } from 'zod';
import { closure } from '../set-up/roads';
import { check } from '../shared/problems';
import { asideAsk } from './aside';
import { leaveAnswer, leaveAsk } from './leave';
import { ownCrewAsk } from './own-crew';
import { playerAsk } from './player';
import { visitPapers } from './reports';
import { goOnAsk } from './unfinished';
import { restAsk, waysAsk, wayTaken } from './ways';

const DAY = { territoryIds: ['sallow'], date: '2026-06-09' };

const PAPERS = { tasks: [], parts: [], minutes: 60, note: '', signedBy: '', signature: '' };

/** What may be asked about a day: each with something that is taken, and changes that are not. */
const ASKS: readonly (readonly [string, z.ZodType, object, readonly object[]])[] = [
  [
    'ways out',
    waysAsk,
    { ...DAY, visitId: 'v' },
    [{ for: 'all' }, { territoryIds: [] }, { date: 'today' }, { part: 0 }],
  ],
  [
    'ways out for a territory',
    waysAsk,
    { ...DAY, for: 'out', territoryId: 'sallow' },
    [{ territoryId: '' }, { territoryId: 7 }, { restId: '' }],
  ],
  [
    'ways out for a break',
    waysAsk,
    { ...DAY, for: 'break', personId: 'p', visitId: null },
    [{ personId: '' }, { part: 101 }],
  ],
  [
    'a closed road',
    closure.schema,
    { lat: 34.6, lon: -21, radiusM: 100, note: 'The bridge at the mill' },
    [
      { lat: 90.1 },
      { lon: -180.5 },
      { radiusM: 9 },
      { radiusM: 5001 },
      { radiusM: 50.5 },
      { note: ' ' },
      { note: 'x'.repeat(81) },
      { until: 'noon' },
    ],
  ],
  [
    'what comes back of a crew',
    visitPapers,
    { ...PAPERS, crewMinutes: [{ personId: 'p', minutes: 40 }] },
    [
      { crewMinutes: [{ personId: '', minutes: 40 }] },
      { crewMinutes: [{ personId: 'p', minutes: -1 }] },
      { crewMinutes: [{ personId: 'p', minutes: 1441 }] },
      { crewMinutes: [{ personId: 'p' }] },
      { crewMinutes: Array.from({ length: 21 }, (_, i) => ({ personId: `p${i}`, minutes: 1 })) },
    ],
  ],
  [
    'a way taken',
    wayTaken,
    { ...DAY, for: 'out', personId: 'p', key: 'spread 1', price: -12_000_000 },
    [{ key: '' }, { price: 'cheap' }, { key: 'x'.repeat(201) }, { colour: 'red' }],
  ],
  [
    'the rest of a day',
    restAsk,
    { ...DAY, seconds: 10 },
    [{ seconds: 0 }, { seconds: 121 }, { seconds: 1.5 }],
  ],
  [
    'a need put aside',
    asideAsk,
    { ...DAY, key: 'out tech-1 2026-06-09', reason: 'A van is on its way' },
    [{ key: '' }, { reason: 'x'.repeat(301) }, { reason: 7 }],
  ],
  [
    'unfinished work that goes on',
    goOnAsk,
    { visitId: 'v', part: 2, how: 'continue', minutes: 45 },
    [{ how: 'forget' }, { minutes: 4 }, { minutes: 14_401 }, { minutes: 7.5 }, { visitId: '' }],
  ],
  [
    'time off',
    leaveAsk,
    { startsAt: '2026-06-12T07:00:00Z', endsAt: '2026-06-12T11:00:00Z', reason: 'A wedding' },
    [{ endsAt: '2026-06-12T07:00:00Z' }, { startsAt: 'tomorrow' }, { reason: 'x'.repeat(301) }],
  ],
  ['an answer to that', leaveAnswer, { id: 'a', grant: true }, [{ grant: 'yes' }, { id: '' }]],
  [
    'a change of a crew',
    ownCrewAsk,
    { crewId: 'c', technicianId: 't', change: 'leads' },
    [{ change: 'gone' }],
  ],
  ['playing on', playerAsk, { do: 'play', pace: 600 }, [{ pace: 0 }, { pace: 601 }, { do: 'dance' }]],
  ['playing anew', playerAsk, { do: 'begin', seed: 1, pace: 0 }, [{ seed: 0 }, { pace: -1 }, { seed: 1.5 }]],
];

describe('what is asked about a day', () => {
  it.each(ASKS)('%s is taken as it is meant, and refused by field otherwise', (_name, schema, good, bad) => {
    expect(check(schema, good).ok).toBe(true);
    for (const change of bad) {
      const checked = check(schema, { ...good, ...change });
      expect([change, checked.ok]).toEqual([change, false]);
      if (!checked.ok) expect(checked.problems.length).toBeGreaterThan(0);
    }
  });

  it('says what is wrong with a stretch that ends before it begins, at its end', () => {
    const checked = check(leaveAsk, { startsAt: '2026-06-12T07:00:00Z', endsAt: '2026-06-11T07:00:00Z' });
    expect(checked.ok ? [] : checked.problems).toMatchObject([{ path: 'endsAt', code: 'ends-before' }]);
  });

  it('has what is not said filled in', () => {
    expect(waysAsk.parse(DAY)).toMatchObject({ for: 'visit', visitId: null, part: 1, personId: null });
    expect(waysAsk.parse(DAY).territoryId).toBeNull();
    expect(visitPapers.parse(PAPERS).crewMinutes).toEqual([]);
    expect(closure.schema.parse({ lat: 0, lon: 0, note: 'Here' }).radiusM).toBe(100);
    expect(restAsk.parse(DAY).seconds).toBe(10);
  });
});
