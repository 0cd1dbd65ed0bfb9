import { assert } from '../../base/assert';
import type { Problem, Shift, Visit } from '../../model/problem';
import { busyIds } from '../../model/work-of';
import { fairShares } from '../../objectives/unfair-share';
import { type Allocate, ANYWHERE } from '../hot/memory';
import { movedPriceOf, prepareClasses } from './classes';
import { detourSaves } from './detours';
import { preparePairs } from './eligibility';
import { isLinked, type Links, prepareLinks } from './links';
import { nearestShifts, nearestVisits } from './neighbours';
import { partsOf } from './parts';
import { NEVER, type Prepared } from './prepared';
import { restLinks } from './rest-links';
import { shiftLines } from './shift-lines';
import { prepareTravel } from './travel';
import { twins } from './twins';

const NEIGHBOUR_LIMIT = 240;
const NEAR_SHIFT_LIMIT = 24;
/** Cells of route room over all shifts; beyond it long routes are cut short. */
const ROOM_LIMIT = 6_000_000;

/** Turns a problem into the dense form that the search reads. */
export function prepare(
  problem: Problem,
  allocate: Allocate = ANYWHERE,
): Prepared & { readonly links: Links } {
  const { shifts, prices } = problem;
  const parts = partsOf(problem);
  const { visits, leadOf } = parts;
  const placeIx = new Map(problem.places.map((p, i) => [p.id, i]));
  const travel = prepareTravel(problem, placeIx, allocate);
  const visitPlace = Int32Array.from(visits, (v) => {
    const ix = placeIx.get(v.placeId);
    assert(ix !== undefined, `place ${v.placeId} is known`);
    return ix;
  });
  const isLead = (v: number): boolean => leadOf[v] === v;
  const linked = isLinked(problem, parts);
  const classes = prepareClasses(problem, visits, (v) => linked[v] === 1);
  const payPerSec = Float64Array.from(shifts, (s) => s.payPerSec ?? 0);
  const pairs = preparePairs(
    problem,
    visits,
    isLead,
    allocate,
    (v, s) => payPerSec[s]! * classes.duration[v * classes.classes + classes.shiftClass[s]!]!,
  );
  closeUnreachable(problem, pairs.eligible, classes);
  const places = travel.places;
  const leg = (a: number, b: number): number =>
    travel.travelSec[a * places + b]! * prices.travelPerSec +
    travel.travelM[a * places + b]! * prices.travelPerM;
  const once = (price: (v: Visit) => number): Float64Array =>
    Float64Array.from(visits, (v, i) => (isLead(i) ? price(v) : 0));
  const sitePrice = sitePrices(problem, visits);
  const secPrice = payPerSec.map((pay) => pay + prices.travelPerSec);
  const saved = {
    sec: detourSaves(travel.travelSec, places),
    price: prices.travelPerM > 0 ? detourSaves(travel.travelM, places) * prices.travelPerM : 0,
  };
  const limits = limitsOf(problem);
  const rest = restLinks(problem);
  return {
    visits: visits.length,
    shifts: shifts.length,
    ...travel,
    ...classes,
    ...pairs,
    ...limits,
    limited: Uint8Array.from(limits.limitsOf, (of) => (of.length > 0 ? 1 : 0)),
    ...rest,
    ...shiftArrays(problem),
    ...breakArrays(shifts),
    pricePerM: prices.travelPerM,
    secPrice,
    detourSaves: secPrice.map((price) => saved.sec * price + saved.price),
    payPerSec,
    overtimePrice: Float64Array.from(shifts, (s) => s.overtimePerSec ?? prices.overtimePerSec),
    outPrice: Float64Array.from(shifts, (s) => prices.personOut + (s.outPrice ?? 0)),
    sourceOf: parts.sourceOf,
    leadOf,
    visitPlace,
    bufferBefore: Int32Array.from(visits, (v) => v.bufferBeforeSec ?? 0),
    visitDemand: Int32Array.from(visits, (v) => v.demand),
    visitUnplannedPrice: once((v) => v.unplannedPrice),
    visitHeld: Uint8Array.from(visits, (v) => (v.held ? 1 : 0)),
    latePrice: once((v) => v.prices?.latePerSec ?? prices.latePerSec),
    missedPrice: once((v) => v.prices?.missedWindow ?? prices.missedWindow),
    marginPrice: once((v) => v.prices?.marginPerSec ?? prices.marginPerSec ?? 0),
    marginSec: prices.marginSec ?? 0,
    baseAt: Int32Array.from(visits, (v) =>
      movedPriceOf(problem, v) > 0 ? v.base!.startSec! - (v.bufferBeforeSec ?? 0) : NEVER,
    ),
    movedPrice: once((v) => movedPriceOf(problem, v)),
    movedSec: prices.movedSec ?? 0,
    sitePrice,
    hasSites: sitePrice.some((p) => p > 0),
    shiftTwin: twins(problem, limits.limitsOf, rest),
    exact: Uint8Array.from(shifts, (s, i) => (isExact(problem, s, i, limits, rest) ? 1 : 0)),
    unfairPrice: prices.unfairPerSec ?? 0,
    hasSoft: hasSoft(problem),
    shiftLine: shiftLines(shifts, { classOf: classes.shiftClass, ...travel }),
    softRate: softRates(problem, visits, isLead),
    ...nearestVisits(visitPlace, { sec: travel.travelSec, back: travel.travelBack, places }, NEIGHBOUR_LIMIT),
    ...nearestShifts(
      visits.length,
      {
        shifts: shifts.length,
        eligible: pairs.eligible,
        priceToBegin: (v, s) =>
          leg(travel.shiftFrom[s]!, visitPlace[v]!) + leg(visitPlace[v]!, travel.shiftTo[s]!),
      },
      NEAR_SHIFT_LIMIT,
    ),
    routeRoom: routeRoom(problem, visits),
    links: prepareLinks(problem, parts, linked, classes),
  };
}

/** A pair whose hours never meet is not worth a look. */
function closeUnreachable(
  { shifts }: Problem,
  eligible: Uint8Array,
  at: ReturnType<typeof prepareClasses>,
): void {
  const count = shifts.length;
  const visits = eligible.length / Math.max(1, count);
  const begin = Int32Array.from(shifts, (shift) => shift.startSec);
  const end = Int32Array.from(shifts, (shift) => shift.endSec + shift.overtimeLimitSec);
  for (let v = 0; v < visits; v++) {
    for (let s = 0; s < count; s++) {
      if (eligible[v * count + s] === 0) continue;
      const cell = v * at.classes + at.shiftClass[s]!;
      const lastStart = end[s]! - at.duration[cell]!;
      let isOpen = false;
      for (let w = at.windowFirst[cell]!; w < at.windowFirst[cell]! + at.windowCount[cell]!; w++) {
        if (at.windowLatest[w]! >= begin[s]! && at.windowOpen[w]! <= lastStart) isOpen = true;
      }
      if (!isOpen) eligible[v * count + s] = 0;
    }
  }
}

function isExact(
  problem: Problem,
  shift: Shift,
  s: number,
  limits: ReturnType<typeof limitsOf>,
  rest: ReturnType<typeof restLinks>,
): boolean {
  return (
    problem.travel.byTime !== undefined ||
    (shift.payPerSec ?? 0) > 0 ||
    limits.limitsOf[s]!.length > 0 ||
    rest.restBefore[s]!.length + rest.restAfter[s]!.length > 0
  );
}

function shiftArrays(problem: Problem) {
  const { shifts } = problem;
  const personIx = new Map<string, number>();
  for (const s of shifts) if (!personIx.has(s.personId)) personIx.set(s.personId, personIx.size);
  const fair = problem.prices.unfairPerSec ? fairShares(problem) : new Map<string, number>();
  const ints = (pick: (s: Shift) => number): Int32Array => Int32Array.from(shifts, pick);
  const busyIx = new Map(personIx);
  const busy = (id: string): number => {
    if (!busyIx.has(id)) busyIx.set(id, busyIx.size);
    return busyIx.get(id)!;
  };
  return {
    busyOf: shifts.map((s) => busyIds(s).map(busy)),
    hasCrews: shifts.some((s) => busyIds(s).length > 1),
    persons: personIx.size,
    shiftPerson: ints((s) => personIx.get(s.personId)!),
    fairSec: Float64Array.from([...personIx.keys()], (id) => fair.get(id) ?? 0),
    shiftDay: ints((s) => s.dayIx),
    shiftStart: ints((s) => s.startSec),
    shiftEnd: ints((s) => s.endSec),
    shiftOvertime: ints((s) => s.overtimeLimitSec),
    shiftBefore: ints((s) => s.allowanceBeforeSec),
    shiftAfter: ints((s) => s.allowanceAfterSec),
    shiftCapacity: ints((s) => s.capacity ?? NEVER),
    shiftMaxVisits: ints((s) => s.maxVisits ?? NEVER),
    shiftMaxTravel: ints((s) => s.maxTravelSec ?? NEVER),
    reachSec: ints((s) => s.reach?.sec ?? NEVER),
    reachM: ints((s) => s.reach?.m ?? NEVER),
    firstReachSec: ints((s) => s.firstReach?.sec ?? NEVER),
    firstReachM: ints((s) => s.firstReach?.m ?? NEVER),
    hasReach: Uint8Array.from(shifts, (s) =>
      s.reach || s.firstReach || s.maxTravelSec !== undefined ? 1 : 0,
    ),
  };
}

function breakArrays(shifts: readonly Shift[]) {
  const all = shifts.flatMap((s) => s.breaks);
  let first = 0;
  const breakFirst = Int32Array.from(shifts, (s) => {
    first += s.breaks.length;
    return first - s.breaks.length;
  });
  return {
    breakFirst,
    breakCount: Int32Array.from(shifts, (s) => s.breaks.length),
    maxBreaks: shifts.reduce((most, s) => Math.max(most, s.breaks.length), 0),
    breakDuration: Int32Array.from(all, (b) => b.durationSec),
    breakEarliest: Int32Array.from(all, (b) => b.earliestSec),
    breakLatest: Int32Array.from(all, (b) => b.latestSec),
    breakDue: Int32Array.from(all, (b) => b.dueSec ?? b.latestSec),
    breakPaid: Uint8Array.from(all, (b) => (b.paid ? 1 : 0)),
  };
}

function limitsOf(problem: Problem) {
  const limits = problem.limits ?? [];
  return {
    limitsOf: problem.shifts.map((s) =>
      limits.flatMap((limit, i) => (limit.shiftIds.includes(s.id) ? [i] : [])),
    ),
    limitSec: Float64Array.from(limits, (limit) => limit.maxWorkSec),
    normalSec: Float64Array.from(limits, (limit) => limit.overtimeAfterSec ?? Number.POSITIVE_INFINITY),
    sharedOvertimePrice: problem.prices.sharedOvertimePerSec ?? 0,
  };
}

function sitePrices(problem: Problem, visits: readonly Visit[]): Float64Array {
  const at = new Map<string, number>();
  for (const v of problem.visits) at.set(v.placeId, (at.get(v.placeId) ?? 0) + 1);
  return Float64Array.from(visits, (v) =>
    (at.get(v.placeId) ?? 0) > 1 ? (v.prices?.siteTrip ?? problem.prices.siteTrip ?? 0) : 0,
  );
}

function hasSoft(problem: Problem): boolean {
  const { shifts, visits, prices } = problem;
  const hasMargin = (v: Visit): boolean => (v.prices?.marginPerSec ?? prices.marginPerSec ?? 0) > 0;
  return (
    shifts.some((s) => s.overtimeLimitSec > 0) ||
    visits.some(
      (v) => hasMargin(v) || movedPriceOf(problem, v) > 0 || v.windows.some((w) => w.latestSec > w.endSec),
    )
  );
}

/** The least that a second too late costs on each shift: overtime, or lateness or lack of margin at any visit. */
function softRates(
  { shifts, prices }: Problem,
  visits: readonly Visit[],
  isLead: (v: number) => boolean,
): Float64Array {
  const atVisits = visits.reduce((least, v, i) => {
    const margin = v.prices?.marginPerSec ?? prices.marginPerSec ?? 0;
    if (margin === 0 && v.windows.every((w) => w.latestSec <= w.endSec)) return least;
    if (!isLead(i)) return 0;
    const late = v.prices?.latePerSec ?? prices.latePerSec;
    return Math.min(least, late, margin > 0 ? margin : late);
  }, Number.POSITIVE_INFINITY);
  return Float64Array.from(shifts, (s) => {
    const over = s.overtimeLimitSec > 0 ? (s.overtimePerSec ?? prices.overtimePerSec) : atVisits;
    const rate = Math.min(over, atVisits);
    return Number.isFinite(rate) ? rate : 0;
  });
}

/** Most stops that any shift has time for, within memory. */
function routeRoom({ shifts }: Problem, visits: readonly Visit[]): number {
  const quickest = (v: Visit): number =>
    Math.floor((v.durationSec * shifts.reduce((least, s) => slowest(s, v, least), 100)) / 100);
  const shortest = visits.reduce((least, v) => Math.min(least, quickest(v)), NEVER);
  const longest = shifts.reduce((most, s) => Math.max(most, s.endSec + s.overtimeLimitSec - s.startSec), 0);
  const byTime = shortest > 0 ? Math.floor(longest / shortest) + 1 : visits.length;
  const stops = Math.min(visits.length, byTime);
  return Math.max(3, Math.min(stops, Math.floor(ROOM_LIMIT / Math.max(1, shifts.length)))) + 2;
}

function slowest(shift: Shift, visit: Visit, least: number): number {
  if (!shift.pace) return least;
  return shift.pace.reduce((low, p) => (p.kind === visit.kind ? Math.min(low, p.percent) : low), least);
}
