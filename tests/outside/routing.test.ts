import { readFileSync } from 'node:fs';
import loadHighs from 'highs';
import { readSolomon, solomonCost } from '@/contract/files/solomon';
import { solve } from '@/core/engine/index';
import { verifyPlan } from '@/core/index';
import { randomProblem } from '../support/random-problem';
import { aProblem, aShift, aVisit } from '../support/small';

/** The two instances ship with the project: Solomon, Operations Research 35(2), 1987; typed from memory,
 *  they reproduce the published values. Optima: exact literature, distances truncated to one decimal. */
const instance = (name: string): string => readFileSync(`${__dirname}/solomon/${name}.txt`, 'utf8');

function bestOf(name: string, customers: number, iterations: number): number {
  const options = { rounding: 'trunc1', objective: 'distance', customers } as const;
  const read = readSolomon(instance(name), name, options);
  if (!read.ok) throw new Error(read.error.message);
  const result = solve(read.value.problem, { seed: 1, budget: { kind: 'iterations', iterations } });
  if (!result.ok) throw new Error('nothing is held');
  const { plan } = result.solution;
  expect(verifyPlan(read.value.problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
  expect(plan.unplannedVisitIds).toEqual([]);
  return Math.round(solomonCost(read.value, plan, 'trunc1') * 10) / 10;
}

describe('published routing instances', () => {
  it.each([
    ['C101', 25, 191.3, 3000],
    ['C101', 50, 362.4, 5000],
    ['C101', 100, 827.3, 8000],
    ['R101', 25, 617.1, 5000],
    ['R101', 50, 1044.0, 30_000],
  ] as const)(
    '%s with %i customers reaches its proven optimum %d',
    (name, customers, optimum, iterations) => {
      expect(bestOf(name, customers, iterations)).toBe(optimum);
    },
  );

  it('R101 with 100 customers comes within 1 % of its proven optimum and never below', () => {
    const cost = bestOf('R101', 100, 60_000);
    expect(cost).toBeGreaterThanOrEqual(1637.7);
    expect(cost).toBeLessThanOrEqual(1654);
  });
});

/** Examples of the npm package munkres-js, and HiGHS on the same assignment model. */
describe('one visit a person is the linear assignment problem', () => {
  const MATRICES: readonly [number[][], number][] = [
    [
      [
        [400, 150, 400],
        [400, 450, 600],
        [300, 225, 300],
      ],
      850,
    ],
    [
      [
        [5, 9, 1],
        [10, 3, 2],
        [8, 7, 4],
      ],
      12,
    ],
    [
      [
        [82, 83, 69, 92],
        [77, 37, 49, 92],
        [11, 69, 5, 86],
        [8, 9, 98, 23],
      ],
      140,
    ],
  ];

  function assign(costs: number[][]): number {
    const n = costs.length;
    const shifts = costs.map((_, i) =>
      aShift({
        id: `s${i}`,
        personId: `q${i}`,
        startPlaceId: `h${i}`,
        endPlaceId: `h${i}`,
        startSec: 0,
        endSec: 10_000,
        capacity: 1,
      }),
    );
    const visits = costs.map((_, j) =>
      aVisit({
        id: `v${j}`,
        placeId: `w${j}`,
        demand: 1,
        durationSec: 1,
        unplannedPrice: 1e9,
        windows: [{ startSec: 0, endSec: 10_000, latestSec: 10_000 }],
      }),
    );
    const ids = Object.fromEntries([
      ...shifts.map((_, i) => [`h${i}`, 0]),
      ...visits.map((_, j) => [`w${j}`, 0]),
    ]);
    const base = aProblem(shifts, visits, ids);
    const size = 2 * n;
    const durationSec = Array.from({ length: size * size }, (_, k) => {
      const [a, b] = [Math.floor(k / size), k % size];
      return a < n && b >= n ? costs[a]![b - n]! : 0;
    });
    const problem = {
      ...base,
      travel: { durationSec, distanceM: durationSec },
      prices: { ...base.prices, travelPerSec: 1 },
    };
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 3000 } });
    if (!result.ok) throw new Error('nothing is held');
    return result.solution.plan.price;
  }

  it.each(MATRICES)('%j costs %i', (costs, total) => {
    expect(assign(costs)).toBe(total);
  });

  it('equals munkres-js on the same matrices', async () => {
    const { default: munkres } = await import('munkres-js');
    for (const [costs] of MATRICES) {
      const copy = costs.map((row) => [...row]);
      const total = munkres(copy).reduce((sum, [i, j]) => sum + costs[i]![j]!, 0);
      expect(assign(costs)).toBe(total);
    }
  });
});

/** A travelling repairer with tight windows as a mixed-integer model in HiGHS: equal optimum. */
describe('one shift with windows against a mixed-integer model', () => {
  it.each([1, 2, 3])('seed %i', async (seed) => {
    const source = randomProblem(seed + 500, { visits: 7, persons: 1, days: 1 });
    const visits = source.visits.map((v, i) => {
      const startSec = 8 * 3600 + (i % 4) * 5400;
      return aVisit({
        id: v.id,
        placeId: v.placeId,
        durationSec: 900 + 300 * (i % 3),
        unplannedPrice: 1e12,
        windows: [{ startSec, endSec: startSec + 9000, latestSec: startSec + 9000 }],
      });
    });
    const shift = aShift({
      personId: 'q0',
      startPlaceId: 'p7',
      endPlaceId: 'p7',
      startSec: 7 * 3600,
      endSec: 20 * 3600,
    });
    const problem = {
      ...source,
      shifts: [shift],
      visits,
      prices: { ...source.prices, travelPerSec: 1, travelPerM: 0, personOut: 0, dayWaited: 0 },
    };
    const result = solve(problem, { seed, budget: { kind: 'iterations', iterations: 4000 } });
    if (!result.ok) throw new Error('nothing is held');
    const highs = await loadHighs();
    const model = routeModel(Array.from(problem.travel.durationSec), visits, {
      places: source.places.length,
      home: 7,
      from: shift.startSec,
      to: shift.endSec,
    });
    const solved = highs.solve(model);
    expect(solved.Status).toBe('Optimal');
    expect(result.solution.plan.price).toBe(Math.round(solved.ObjectiveValue));
  });
});

/** Node 0 and n+1 are home; x_i_j drives a leg, t_i is a start (Miller, Tucker and Zemlin's form with time). */
function routeModel(
  seconds: readonly number[],
  visits: readonly ReturnType<typeof aVisit>[],
  at: { places: number; home: number; from: number; to: number },
): string {
  const n = visits.length;
  const placeOf = (i: number): number =>
    i === 0 || i === n + 1 ? at.home : Number(visits[i - 1]!.placeId.slice(1));
  const leg = (i: number, j: number): number => seconds[placeOf(i) * at.places + placeOf(j)]!;
  const arcs: [number, number][] = [];
  for (let i = 0; i <= n; i++)
    for (let j = 1; j <= n + 1; j++) if (i !== j && !(i === 0 && j === n + 1)) arcs.push([i, j]);
  const sum = (list: [number, number][]): string => list.map(([i, j]) => `x_${i}_${j}`).join(' + ');
  const rows: string[] = [];
  for (let i = 1; i <= n; i++) {
    rows.push(
      `out${i}: ${sum(arcs.filter(([a]) => a === i))} = 1`,
      `in${i}: ${sum(arcs.filter(([, b]) => b === i))} = 1`,
    );
  }
  rows.push(`leave: ${sum(arcs.filter(([a]) => a === 0))} = 1`);
  const big = at.to - at.from + 20_000;
  for (const [i, j] of arcs) {
    const duration = i === 0 ? 0 : visits[i - 1]!.durationSec;
    rows.push(`time_${i}_${j}: t_${j} - t_${i} - ${big} x_${i}_${j} >= ${leg(i, j) + duration - big}`);
  }
  const bounds = [
    `t_0 = ${at.from}`,
    `t_${n + 1} <= ${at.to}`,
    ...visits.map((v, k) => `${v.windows[0]!.startSec} <= t_${k + 1} <= ${v.windows[0]!.endSec}`),
  ];
  return `Minimize\n obj: ${arcs.map(([i, j]) => `${leg(i, j)} x_${i}_${j}`).join(' + ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n ${bounds.join('\n ')}\nBinary\n ${arcs.map(([i, j]) => `x_${i}_${j}`).join(' ')}\nEnd\n`;
}
