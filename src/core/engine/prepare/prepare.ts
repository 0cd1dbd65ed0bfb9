import { assert } from '../../base/assert';
import type { Problem, Shift } from '../../model/problem';
import { closeness, eligiblePairs } from './eligibility';
import { nearestShifts, nearestVisits } from './neighbours';
import { NEVER, type Prepared } from './prepared';
import { windowsByDay } from './windows';

const NEIGHBOUR_LIMIT = 240;
const NEAR_SHIFT_LIMIT = 24;
/** Cells of route room over all shifts; beyond it long routes are cut short. */
const ROOM_LIMIT = 6_000_000;

/** Turns a problem into the dense form that the search reads. */
export function prepare(problem: Problem): Prepared {
  const { visits, shifts, prices } = problem;
  const placeIx = new Map(problem.places.map((p, i) => [p.id, i]));
  const place = (id: string): number => {
    const ix = placeIx.get(id);
    assert(ix !== undefined, `place ${id} is known`);
    return ix;
  };
  const places = problem.places.length;
  const days = shifts.reduce((most, s) => Math.max(most, s.dayIx + 1), 1);
  const travelSec = Int32Array.from(problem.travel.durationSec);
  const travelM = prices.travelPerM === 0 ? travelSec : Int32Array.from(problem.travel.distanceM);
  const visitPlace = Int32Array.from(visits, (v) => place(v.placeId));
  const eligible = eligiblePairs(problem);
  const shiftFrom = Int32Array.from(shifts, (s) => place(s.startPlaceId));
  const shiftTo = Int32Array.from(shifts, (s) => place(s.endPlaceId));
  const leg = (a: number, b: number): number =>
    travelSec[a * places + b]! * prices.travelPerSec + travelM[a * places + b]! * prices.travelPerM;
  return {
    visits: visits.length,
    shifts: shifts.length,
    places,
    days,
    persons: problem.persons.length,
    travelSec,
    travelM,
    pricePerSec: prices.travelPerSec,
    pricePerM: prices.travelPerM,
    priceOvertime: prices.overtimePerSec,
    priceLate: prices.latePerSec,
    priceMissed: prices.missedWindow,
    pricePersonOut: prices.personOut,
    visitPlace,
    visitDuration: Int32Array.from(visits, (v) => v.durationSec),
    visitDemand: Int32Array.from(visits, (v) => v.demand),
    visitUnplannedPrice: Float64Array.from(visits, (v) => v.unplannedPrice),
    visitHeld: Uint8Array.from(visits, (v) => (v.held ? 1 : 0)),
    dayPrice: dayPrices(problem, days),
    shiftPrice: shiftPrices(problem),
    ...windowsByDay(problem, days),
    eligible,
    ...shiftArrays(shifts),
    shiftFrom,
    shiftTo,
    shiftTwin: twins(problem),
    hasSoft: hasSoft(problem),
    ...nearestVisits(visitPlace, travelSec, places, NEIGHBOUR_LIMIT),
    ...nearestShifts(
      visits.length,
      {
        shifts: shifts.length,
        eligible,
        priceToBegin: (v, s) => leg(shiftFrom[s]!, visitPlace[v]!) + leg(visitPlace[v]!, shiftTo[s]!),
      },
      NEAR_SHIFT_LIMIT,
    ),
    routeRoom: routeRoom(problem),
  };
}

function shiftArrays(shifts: readonly Shift[]) {
  return {
    shiftStart: Int32Array.from(shifts, (s) => s.startSec),
    shiftEnd: Int32Array.from(shifts, (s) => s.endSec),
    shiftOvertime: Int32Array.from(shifts, (s) => s.overtimeLimitSec),
    shiftBefore: Int32Array.from(shifts, (s) => s.allowanceBeforeSec),
    shiftAfter: Int32Array.from(shifts, (s) => s.allowanceAfterSec),
    shiftDay: Int32Array.from(shifts, (s) => s.dayIx),
    shiftCapacity: Int32Array.from(shifts, (s) => s.capacity ?? NEVER),
    breakDuration: Int32Array.from(shifts, (s) => s.break?.durationSec ?? -1),
    breakEarliest: Int32Array.from(shifts, (s) => s.break?.earliestSec ?? 0),
    breakLatest: Int32Array.from(shifts, (s) => s.break?.latestSec ?? NEVER),
  };
}

function dayPrices(problem: Problem, days: number): Float64Array {
  const out = new Float64Array(problem.visits.length * days);
  for (const [v, visit] of problem.visits.entries()) {
    for (let d = 0; d < days; d++) {
      out[v * days + d] = Math.max(0, d - visit.releaseDayIx) * problem.prices.dayWaited;
    }
  }
  return out;
}

function shiftPrices(problem: Problem): Float64Array {
  const { visits, shifts, prices } = problem;
  const out = new Float64Array(visits.length * shifts.length);
  for (const [v, visit] of visits.entries()) {
    const wishes = visit.favouredPersonIds;
    if (wishes.length === 0 && visit.territoryId === null) continue;
    for (const [s, shift] of shifts.entries()) {
      const missed = wishes.length > 0 && !wishes.includes(shift.personId) ? prices.favouredMissed : 0;
      const cover = closeness(visit, shift) < 2 ? prices.coverVisit : 0;
      out[v * shifts.length + s] = missed + cover;
    }
  }
  return out;
}

/** Numbers shifts so that two get the same number when no visit can tell them apart. */
function twins(problem: Problem): Int32Array {
  const named = new Set(
    problem.visits.flatMap((v) => [
      ...v.mustPersonIds,
      ...v.neverPersonIds,
      ...v.favouredPersonIds,
      ...(v.tie.personId === undefined ? [] : [v.tie.personId]),
    ]),
  );
  const numbers = new Map<string, number>();
  return Int32Array.from(problem.shifts, (shift) => {
    const { id: _id, personId, ...rest } = shift;
    const key = JSON.stringify([named.has(personId) ? personId : '', rest]);
    const known = numbers.get(key) ?? numbers.size;
    numbers.set(key, known);
    return known;
  });
}

function hasSoft(problem: Problem): boolean {
  return (
    problem.shifts.some((s) => s.overtimeLimitSec > 0) ||
    problem.visits.some((v) => v.windows.some((w) => w.latestSec > w.endSec))
  );
}

/** Most stops that any shift has time for, within memory. */
function routeRoom(problem: Problem): number {
  const { visits, shifts } = problem;
  const shortest = visits.reduce((least, v) => Math.min(least, v.durationSec), NEVER);
  const longest = shifts.reduce((most, s) => Math.max(most, s.endSec + s.overtimeLimitSec - s.startSec), 0);
  const byTime = shortest > 0 ? Math.floor(longest / shortest) + 1 : visits.length;
  const stops = Math.min(visits.length, byTime);
  return Math.max(3, Math.min(stops, Math.floor(ROOM_LIMIT / Math.max(1, shifts.length)))) + 2;
}
