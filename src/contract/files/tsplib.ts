import type { Plan, Problem, Visit } from '@/core/index';
import { type Read, refuse } from './file-error';

/** A symmetric tour problem: Reinelt, "TSPLIB – a traveling salesman problem library", ORSA J. Computing 3(4), 1991. */
export interface TourProblem {
  readonly name: string;
  readonly problem: Problem;
  readonly weights: readonly number[];
  readonly dimension: number;
}

type Point = readonly [number, number];

/** Distances between nodes as TSPLIB 95 defines them: whole numbers, each kind with a rounding of its own. */
const DISTANCE: Readonly<Record<string, (a: Point, b: Point) => number>> = {
  EUC_2D: (a, b) => Math.round(Math.hypot(a[0] - b[0], a[1] - b[1])),
  CEIL_2D: (a, b) => Math.ceil(Math.hypot(a[0] - b[0], a[1] - b[1])),
  MAN_2D: (a, b) => Math.round(Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1])),
  ATT: (a, b) => Math.ceil(Math.sqrt(((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) / 10)),
  GEO: geographic,
};

/** π as the library has it; the true one gives other lengths. */
const ROUNDED_PI = 3_141_592 / 1e6;

/** The library's own idea of the earth, with its rounded π, degrees and minutes as DDD.MM. */
function geographic(a: Point, b: Point): number {
  const radians = (x: number): number => {
    const degrees = Math.trunc(x);
    return (ROUNDED_PI * (degrees + (5 * (x - degrees)) / 3)) / 180;
  };
  const q1 = Math.cos(radians(a[1]) - radians(b[1]));
  const q2 = Math.cos(radians(a[0]) - radians(b[0]));
  const q3 = Math.cos(radians(a[0]) + radians(b[0]));
  return Math.trunc(6378.388 * Math.acos(0.5 * ((1 + q1) * q2 - (1 - q1) * q3)) + 1);
}

/** Which cell each number of an explicit matrix is, row by row: the columns of row i. */
const COLUMNS: Readonly<Record<string, (i: number, n: number) => [number, number]>> = {
  FULL_MATRIX: (_i, n) => [0, n],
  UPPER_ROW: (i, n) => [i + 1, n],
  UPPER_DIAG_ROW: (i, n) => [i, n],
  LOWER_ROW: (i) => [0, i],
  LOWER_DIAG_ROW: (i) => [0, i + 1],
};

interface Layout {
  readonly header: ReadonlyMap<string, string>;
  readonly sections: ReadonlyMap<string, { line: number; words: string[] }>;
}

function layoutOf(text: string): Layout {
  const header = new Map<string, string>();
  const sections = new Map<string, { line: number; words: string[] }>();
  let open: { line: number; words: string[] } | null = null;
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim();
    if (line === '' || line === 'EOF') continue;
    const section = /^([A-Z_]+_SECTION)\s*:?$/.exec(line);
    const entry = /^([A-Z_]+)\s*:\s*(.*)$/.exec(line);
    if (section) {
      open = { line: i + 1, words: [] };
      sections.set(section[1]!, open);
    } else if (entry) {
      header.set(entry[1]!, entry[2]!);
      open = null;
    } else open?.words.push(...line.split(/\s+/));
  }
  return { header, sections };
}

/** Reads an instance of the symmetric travelling salesman problem. */
export function readTsplib(text: string): Read<TourProblem> {
  const { header, sections } = layoutOf(text);
  const name = header.get('NAME') ?? 'tour';
  const type = header.get('TYPE');
  if (type !== 'TSP') return refuse('TYPE', `expected TSP; found ${type ?? 'nothing'}`);
  const dimension = Number(header.get('DIMENSION'));
  if (!Number.isInteger(dimension) || dimension < 2 || dimension > 5000) {
    return refuse(
      'DIMENSION',
      `expected a whole number from 2 to 5000; found ${header.get('DIMENSION') ?? 'nothing'}`,
    );
  }
  const weights = weightsOf(header, sections, dimension);
  if (!weights.ok) return weights;
  return {
    ok: true,
    value: { name, dimension, weights: weights.value, problem: tourProblem(name, dimension, weights.value) },
  };
}

function weightsOf(header: Layout['header'], sections: Layout['sections'], n: number): Read<number[]> {
  const kind = header.get('EDGE_WEIGHT_TYPE') ?? '';
  if (kind === 'EXPLICIT') return explicitWeights(header, sections, n);
  const distance = DISTANCE[kind];
  if (!distance)
    return refuse(
      'EDGE_WEIGHT_TYPE',
      `expected ${Object.keys(DISTANCE).join(', ')} or EXPLICIT; found ${kind || 'nothing'}`,
    );
  const section = sections.get('NODE_COORD_SECTION');
  if (!section) return refuse('NODE_COORD_SECTION', 'there is none');
  const numbers = section.words.map(Number);
  const where = `line ${section.line}, NODE_COORD_SECTION`;
  if (numbers.length !== 3 * n) return refuse(where, `expected ${3 * n} numbers; found ${numbers.length}`);
  const wrong = numbers.findIndex((x) => !Number.isFinite(x));
  if (wrong >= 0) return refuse(where, `expected numbers; found "${section.words[wrong]}"`);
  const points = Array.from({ length: n }, (_, i): Point => [numbers[3 * i + 1]!, numbers[3 * i + 2]!]);
  return { ok: true, value: points.flatMap((a, i) => points.map((b, k) => (i === k ? 0 : distance(a, b)))) };
}

function explicitWeights(header: Layout['header'], sections: Layout['sections'], n: number): Read<number[]> {
  const format = header.get('EDGE_WEIGHT_FORMAT') ?? '';
  const columns = COLUMNS[format];
  if (!columns)
    return refuse(
      'EDGE_WEIGHT_FORMAT',
      `expected ${Object.keys(COLUMNS).join(', ')}; found ${format || 'nothing'}`,
    );
  const section = sections.get('EDGE_WEIGHT_SECTION');
  if (!section) return refuse('EDGE_WEIGHT_SECTION', 'there is none');
  const where = `line ${section.line}, EDGE_WEIGHT_SECTION`;
  const out = new Array<number>(n * n).fill(0);
  let next = 0;
  for (let i = 0; i < n; i++) {
    const [from, to] = columns(i, n);
    for (let k = from; k < to; k++) {
      const weight = Number(section.words[next++]);
      if (!Number.isInteger(weight) || weight < 0) {
        return refuse(
          where,
          `expected a whole number as entry ${next}; found "${section.words[next - 1] ?? 'nothing'}"`,
        );
      }
      out[i * n + k] = weight;
      if (format !== 'FULL_MATRIX') out[k * n + i] = weight;
    }
  }
  if (next !== section.words.length)
    return refuse(where, `expected ${next} numbers; found ${section.words.length}`);
  return { ok: true, value: out };
}

/** One person who is at the first node and comes back to it; the other nodes are visits that take no time. */
function tourProblem(name: string, n: number, weights: readonly number[]): Problem {
  const always = 1_000_000_000;
  const visit = (i: number): Visit => ({
    id: String(i + 1),
    placeId: String(i + 1),
    durationSec: 0,
    windows: [{ startSec: 0, endSec: always, latestSec: always }],
    demand: 0,
    priority: 1,
    unplannedPrice: 1e12,
    releaseDayIx: 0,
    skills: [],
    skillMode: 'all',
    territoryId: null,
    mustPersonIds: [],
    neverPersonIds: [],
    favouredPersonIds: [],
    tie: {},
    held: false,
  });
  return {
    format: 'lime-problem',
    version: 1,
    name,
    originAt: '2000-01-01T00:00:00Z',
    places: Array.from({ length: n }, (_, i) => ({ id: String(i + 1) })),
    travel: { durationSec: weights, distanceM: weights },
    persons: [{ id: 'traveller', name: 'Traveller' }],
    shifts: [
      {
        id: 'tour',
        personId: 'traveller',
        dayIx: 0,
        startSec: 0,
        endSec: always,
        startPlaceId: '1',
        endPlaceId: '1',
        allowanceBeforeSec: 0,
        allowanceAfterSec: 0,
        overtimeLimitSec: 0,
        breaks: [],
        skills: [],
        territories: [],
        capacity: null,
      },
    ],
    visits: Array.from({ length: n - 1 }, (_, i) => visit(i + 1)),
    rules: { skills: false, territory: 'anybody', persons: false },
    prices: {
      travelPerSec: 1,
      travelPerM: 0,
      overtimePerSec: 0,
      latePerSec: 0,
      missedWindow: 0,
      dayWaited: 0,
      favouredMissed: 0,
      coverVisit: 0,
      personOut: 0,
    },
  };
}

/** Nodes of a plan's tour, from the first node on. */
function nodesOf(plan: Plan): number[] {
  return [1, ...(plan.routes[0]?.stops.map((s) => Number(s.visitId)) ?? [])];
}

/** Length of a plan's tour by the library's own distances. */
export function tourLength({ weights, dimension }: TourProblem, plan: Plan): number {
  const nodes = nodesOf(plan);
  return nodes.reduce(
    (sum, a, i) => sum + weights[(a - 1) * dimension + nodes[(i + 1) % nodes.length]! - 1]!,
    0,
  );
}

/** The tour as a TSPLIB tour file. */
export function tourText(tour: TourProblem, plan: Plan): string {
  return [
    `NAME : ${tour.name}.tour`,
    `COMMENT : length ${tourLength(tour, plan)}`,
    'TYPE : TOUR',
    `DIMENSION : ${tour.dimension}`,
    'TOUR_SECTION',
    ...nodesOf(plan),
    '-1',
    'EOF\n',
  ].join('\n');
}
