import type { Plan, Problem, Shift, Visit } from '@/core/index';
import { type Read, refuse } from './file-error';

/** How distances become whole numbers: cut to one decimal (exact literature), whole, or five decimals. */
export type Rounding = 'trunc1' | 'nint' | 'none';
export type RouteObjective = 'distance' | 'vehicles-distance';

export interface SolomonOptions {
  readonly rounding: Rounding;
  readonly objective: RouteObjective;
  /** Only the first so many customers. */
  readonly customers?: number | undefined;
}

interface Row {
  readonly id: number;
  readonly x: number;
  readonly y: number;
  readonly demand: number;
  readonly ready: number;
  readonly due: number;
  readonly service: number;
}

export interface SolomonProblem {
  readonly problem: Problem;
  readonly rows: readonly Row[];
  /** Units of the problem per unit of the file. */
  readonly scale: number;
}

const SCALE: Readonly<Record<Rounding, number>> = { trunc1: 10, nint: 1, none: 100_000 };
/** More vehicles than customers never help; more than these are a mistake in the file. */
const MOST_VEHICLES = 100_000;
const MOST_CUSTOMERS = 20_000;
const MOST_NUMBER = 10_000_000;

/** Dearer than any tour, and still exact when a thousand of them are added. */
const MUST_SERVE = 1e12;

/** Reads an instance of routing with time windows as laid out by Solomon (1987). */
export function readSolomon(text: string, name: string, options: SolomonOptions): Read<SolomonProblem> {
  const lines = text.split(/\r?\n/);
  let fleet: { vehicles: number; capacity: number } | null = null;
  const rows: Row[] = [];
  for (const [ix, line] of lines.entries()) {
    const words = line.trim().split(/\s+/);
    if (line.trim() === '' || !/^[-+\d]/.test(words[0] ?? '')) continue;
    const numbers = words.map(Number);
    const where = `line ${ix + 1}`;
    if (numbers.some((n) => !Number.isFinite(n)))
      return refuse(where, `expected numbers; found "${line.trim()}"`);
    if (!fleet) {
      if (numbers.length !== 2) return refuse(where, 'expected number of vehicles and capacity');
      const [vehicles, capacity] = numbers as [number, number];
      const wrong = fleetError(vehicles, capacity);
      if (wrong) return refuse(where, wrong);
      fleet = { vehicles, capacity };
      continue;
    }
    if (numbers.length !== 7)
      return refuse(where, `expected 7 numbers for a customer; found ${numbers.length}`);
    const [id, x, y, demand, ready, due, service] = numbers as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const wrong = customerError({ id, x, y, demand, ready, due, service });
    if (wrong) return refuse(where, wrong);
    if (due < ready) return refuse(where, `a window ends after it starts (${ready}); found ${due}`);
    if (id !== rows.length) return refuse(where, `expected customer ${rows.length}; found ${id}`);
    if (rows.length > MOST_CUSTOMERS) return refuse(where, `more than ${MOST_CUSTOMERS} customers`);
    rows.push({ id, x, y, demand, ready, due, service });
  }
  if (!fleet) return refuse('(whole file)', 'no line with number of vehicles and capacity');
  if (rows.length < 2) return refuse('(whole file)', 'no depot and customers');
  const kept = options.customers === undefined ? rows : rows.slice(0, options.customers + 1);
  return { ok: true, value: build(name, fleet, kept, options) };
}

function fleetError(vehicles: number, capacity: number): string | null {
  const isCount = Number.isInteger(vehicles) && vehicles >= 1 && vehicles <= MOST_VEHICLES;
  if (!isCount) return `expected a whole number of vehicles, 1 to ${MOST_VEHICLES}; found ${vehicles}`;
  const isLoad = Number.isInteger(capacity) && capacity >= 0 && capacity <= MOST_NUMBER;
  return isLoad ? null : `expected a whole capacity, 0 to ${MOST_NUMBER}; found ${capacity}`;
}

function customerError({ x, y, demand, ready, due, service }: Row): string | null {
  for (const [name, value] of Object.entries({ x, y }))
    if (Math.abs(value) > MOST_NUMBER) return `${name} is at most ${MOST_NUMBER}; found ${value}`;
  for (const [name, value] of Object.entries({ demand, service, ready, due }))
    if (value < 0 || value > MOST_NUMBER) return `${name} is 0 to ${MOST_NUMBER}; found ${value}`;
  return Number.isInteger(demand) ? null : `demand is a whole number; found ${demand}`;
}

function legLength(a: Row, b: Row, rounding: Rounding): number {
  const exact = Math.hypot(a.x - b.x, a.y - b.y) * SCALE[rounding];
  return rounding === 'trunc1' ? Math.floor(exact + 1e-7) : Math.round(exact);
}

function build(
  name: string,
  fleet: { vehicles: number; capacity: number },
  rows: readonly Row[],
  options: SolomonOptions,
): SolomonProblem {
  const scale = SCALE[options.rounding];
  const matrix = rows.flatMap((a) => rows.map((b) => legLength(a, b, options.rounding)));
  const depot = rows[0]!;
  const shift = (ix: number): Shift => ({
    id: `vehicle-${ix + 1}`,
    personId: 'driver',
    dayIx: 0,
    startSec: depot.ready * scale,
    endSec: depot.due * scale,
    startPlaceId: '0',
    endPlaceId: '0',
    allowanceBeforeSec: 0,
    allowanceAfterSec: 0,
    overtimeLimitSec: 0,
    breaks: [],
    skills: [],
    territories: [],
    capacity: fleet.capacity,
  });
  const visit = (row: Row): Visit => ({
    id: String(row.id),
    placeId: String(row.id),
    durationSec: row.service * scale,
    windows: [{ startSec: row.ready * scale, endSec: row.due * scale, latestSec: row.due * scale }],
    demand: row.demand,
    priority: 1,
    unplannedPrice: MUST_SERVE,
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
  const problem: Problem = {
    format: 'lime-problem',
    version: 1,
    name,
    originAt: '2000-01-01T00:00:00Z',
    places: rows.map((r) => ({ id: String(r.id) })),
    travel: { durationSec: matrix, distanceM: matrix },
    persons: [{ id: 'driver', name: 'Driver' }],
    shifts: Array.from({ length: Math.min(fleet.vehicles, rows.length - 1) }, (_, i) => shift(i)),
    visits: rows.slice(1).map(visit),
    rules: { skills: true, territory: 'anybody', persons: true },
    prices: {
      travelPerSec: 1,
      travelPerM: 0,
      overtimePerSec: 0,
      latePerSec: 0,
      missedWindow: 0,
      dayWaited: 0,
      favouredMissed: 0,
      coverVisit: 0,
      personOut: options.objective === 'vehicles-distance' ? 10_000 * scale : 0,
    },
  };
  return { problem, rows, scale };
}

/** Length of a plan in the file's units; exact distances where the rounding is `none`. */
export function solomonCost({ rows, scale }: SolomonProblem, plan: Plan, rounding: Rounding): number {
  const leg = (a: Row, b: Row): number =>
    rounding === 'none' ? Math.hypot(a.x - b.x, a.y - b.y) : legLength(a, b, rounding) / scale;
  const depot = rows[0]!;
  let cost = 0;
  for (const route of plan.routes) {
    const tour = [depot, ...route.stops.map((s) => rows[Number(s.visitId)]!), depot];
    for (let i = 1; i < tour.length; i++) cost += leg(tour[i - 1]!, tour[i]!);
  }
  return cost;
}

/** The usual text of route lists. */
export function solomonText(solomon: SolomonProblem, plan: Plan, rounding: Rounding): string {
  const routes = plan.routes.map((r, i) => `Route #${i + 1}: ${r.stops.map((s) => s.visitId).join(' ')}`);
  const digits = { trunc1: 1, nint: 0, none: 2 }[rounding];
  return `${routes.join('\n')}\nCost ${solomonCost(solomon, plan, rounding).toFixed(digits)}\n`;
}
