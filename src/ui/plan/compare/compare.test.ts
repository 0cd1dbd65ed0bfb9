import type { Compared, ComparedPlan } from '@/contract/plan/compare';
import { OBJECTIVES, type Parts } from '@/core/index';
import { bestOf, compareLines, drivenPerHour } from './measures';
import { unbeaten } from './pareto';

const parts = (change: Partial<Record<string, number>>): Parts =>
  Object.fromEntries(
    OBJECTIVES.map((o) => [o, { amount: change[o] ?? 0, price: (change[o] ?? 0) * 10 }]),
  ) as never;
const plan = (id: string, change: Partial<ComparedPlan>): ComparedPlan => ({
  id,
  name: id,
  playbook: 'Everyday',
  runId: null,
  status: 'open',
  parts: parts({}),
  violations: 0,
  visits: 10,
  days: 2,
  chance: null,
  lateMin: [],
  people: [],
  outings: [],
  used: [],
  ...change,
});

describe('the lines of a comparison', () => {
  const plans = [
    plan('a', { parts: parts({ travelTime: 600, overtime: 60 }), chance: { mean: 0.8, allKept: 0.1 } }),
    plan('b', {
      parts: parts({ travelTime: 300, overtime: 60 }),
      chance: { mean: 0.9, allKept: 0.2 },
      days: 3,
    }),
  ];
  const lines = compareLines({
    plans,
    playbook: { id: 'p', name: 'Everyday', version: 1 },
  } as unknown as Compared);
  const best = (id: string): string[] => [...bestOf(lines.find((l) => l.id === id)!, plans)];

  it('mark the best: less of what costs, more of what is wanted, none where all are alike', () => {
    expect(best('price')).toEqual(['b']);
    expect(best('travelTime')).toEqual(['b']);
    expect(best('overtime')).toEqual([]);
    expect(best('chance')).toEqual(['b']);
    expect(best('visits-day')).toEqual(['a']);
  });
});

describe('plans that nothing beats', () => {
  it('are those that no other is as good as on both axes', () => {
    const at = (id: string, x: number, y: number) => ({ id, x, y });
    const points = [at('a', 1, 9), at('b', 3, 4), at('c', 3, 5), at('d', 7, 1), at('e', 8, 1), at('f', 9, 9)];
    expect(unbeaten(points).map((p) => p.id)).toEqual(['a', 'b', 'd']);
    expect(unbeaten([])).toEqual([]);
  });
});

describe('driving against work', () => {
  it('is told in minutes for an hour at sites, over all days of all people', () => {
    const day = (personId: string, onSiteSec: number, travelSec: number) => ({
      personId,
      date: '2026-06-09',
      onSiteSec,
      travelSec,
    });
    expect(drivenPerHour({ outings: [day('a', 7200, 3600), day('b', 3600, 0)] })).toBe(20);
    expect(drivenPerHour({ outings: [] })).toBe(0);
  });
});
