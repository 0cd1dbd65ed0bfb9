import { readFileSync } from 'node:fs';
import { readTsplib, tourLength, tourText } from '@/contract/files/tsplib';
import { solve } from '@/core/engine/index';
import { verifyPlan } from '@/core/index';

const file = (name: string): string => readFileSync(`${__dirname}/tsplib/${name}.tsp`, 'utf8');

function read(text: string) {
  const tour = readTsplib(text);
  if (!tour.ok) throw new Error(`${tour.error.where}: ${tour.error.message}`);
  return tour.value;
}

/** Reinelt, "TSPLIB", ORSA J. Computing 3(4), 1991; typed from memory, they reproduce the published optima. */
describe('shortest tours', () => {
  it.each([
    ['burma14', 3323, 1500],
    ['gr17', 2085, 3000],
    ['ulysses22', 7013, 6000],
    ['eil51', 426, 90_000],
    ['berlin52', 7542, 12_000],
  ] as const)('%s has length %i', (name, length, iterations) => {
    const tour = read(file(name));
    const result = solve(tour.problem, { seed: 1, budget: { kind: 'iterations', iterations } });
    if (!result.ok) throw new Error('nothing is held');
    const { plan } = result.solution;
    expect(verifyPlan(tour.problem, plan)).toMatchObject({ violations: [], priceAgrees: true });
    expect(plan.unplannedVisitIds).toEqual([]);
    expect(tourLength(tour, plan)).toBe(length);
    const lines = tourText(tour, plan).split('\n');
    expect(lines.slice(lines.indexOf('TOUR_SECTION') + 1, lines.indexOf('-1'))).toHaveLength(tour.dimension);
  });
});

describe('explicit matrices', () => {
  const matrix = (format: string, numbers: string): string =>
    `NAME: m\nTYPE: TSP\nDIMENSION: 3\nEDGE_WEIGHT_TYPE: EXPLICIT\nEDGE_WEIGHT_FORMAT: ${format}\nEDGE_WEIGHT_SECTION\n${numbers}\nEOF\n`;
  it.each([
    ['FULL_MATRIX', '0 1 2 1 0 3 2 3 0'],
    ['UPPER_ROW', '1 2 3'],
    ['UPPER_DIAG_ROW', '0 1 2 0 3 0'],
    ['LOWER_ROW', '1 2 3'],
    ['LOWER_DIAG_ROW', '0 1 0 2 3 0'],
  ])('%s', (format, numbers) => {
    expect(read(matrix(format, numbers)).weights).toEqual([0, 1, 2, 1, 0, 3, 2, 3, 0]);
  });
  it.each([
    [matrix('UPPER_ROW', '1 2'), 'EDGE_WEIGHT_SECTION'],
    [matrix('UPPER_ROW', '1 2 3 4'), 'EDGE_WEIGHT_SECTION'],
    [matrix('UPPER_ROW', '1 x 3'), 'entry 2'],
    [matrix('SPIRAL', '1 2 3'), 'EDGE_WEIGHT_FORMAT'],
    ['TYPE: TSP\nDIMENSION: many\n', 'DIMENSION'],
    ['TYPE: CVRP\n', 'TYPE'],
    ['TYPE: TSP\nDIMENSION: 2\nEDGE_WEIGHT_TYPE: EUC_2D\n', 'NODE_COORD_SECTION'],
    ['TYPE: TSP\nDIMENSION: 2\nEDGE_WEIGHT_TYPE: MOON\n', 'EDGE_WEIGHT_TYPE'],
  ])('refuses %j and says where', (text, where) => {
    const tour = readTsplib(text);
    expect(tour.ok ? '' : `${tour.error.where} ${tour.error.message}`).toContain(where);
  });
});
