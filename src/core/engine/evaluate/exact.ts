import { NEVER, type Prepared } from '../prepare/prepared';
import { CELL, PLACE } from '../state/cells';
import type { Routes } from '../state/routes';
import { afterBreak, arriveAt, leaveBy, leaveForHome, workEndOver } from './legs';
import { startAt, startPrice } from './starts';

/** A day timed in full. */
export interface Day {
  /** Micros: driving, lateness, margins, overtime, and pay for what is not visits. */
  price: number;
  workStart: number;
  workEnd: number;
  /** Driving on working time and paid breaks, seconds. */
  extraWork: number;
  travel: number;
}

export function createDay(): Day {
  return { price: Number.POSITIVE_INFINITY, workStart: 0, workEnd: NEVER, extraWork: 0, travel: 0 };
}

/** One leg crossed with some breaks on it. */
interface Crossing {
  leave: number;
  arrive: number;
  ready: number;
  before: number;
  /** Beginning of the first break taken on arrival. */
  pause: number;
}

/**
 * Times a sequence with every way to place its breaks and keeps the one that costs least, then the one
 * that ends work first, then the one with the earliest breaks: the same choice as the plain timing.
 * `day.price` stays Infinity when it cannot be done.
 */
export function timeDay(
  prep: Prepared,
  routes: Routes,
  s: number,
  sequence: Int32Array,
  n: number,
  day: Day,
): void {
  day.price = Number.POSITIVE_INFINITY;
  day.workEnd = NEVER;
  const walk: Walk = { prep, routes, s, sequence, n, day, start: 0, extraWork: 0, travel: 0 };
  go(walk, 0, 0, routes.startSec[s]!, 0);
}

interface Walk {
  readonly prep: Prepared;
  readonly routes: Routes;
  readonly s: number;
  readonly sequence: Int32Array;
  readonly n: number;
  readonly day: Day;
  /** When the first leg is left. */
  start: number;
  extraWork: number;
  travel: number;
}

function legTo(walk: Walk, p: number): number {
  const { prep, routes, s, sequence, n } = walk;
  const from = p === 0 ? routes.cells[routes.rowOf[s]! * CELL + PLACE]! : prep.visitPlace[sequence[p - 1]!]!;
  return from * prep.places + (p < n ? prep.visitPlace[sequence[p]!]! : prep.shiftTo[s]!);
}

function go(walk: Walk, p: number, i: number, free: number, price: number): void {
  const { prep, routes, s, n, day } = walk;
  if (price > day.price) return;
  const leg = legTo(walk, p);
  if (p === n) {
    goHome(walk, i, free, price, leg);
    return;
  }
  const v = walk.sequence[p]!;
  const cell = v * prep.classes + prep.shiftClass[s]!;
  const crossing: Crossing = { leave: 0, arrive: 0, ready: 0, before: 0, pause: 0 };
  const { start: oldStart, extraWork, travel } = walk;
  for (let j = prep.breakCount[s]!; j >= i; j--) {
    cross(walk, p, i, j, free, leg, crossing);
    if (crossing.ready >= NEVER) continue;
    const start = startAt(routes, cell, crossing.ready);
    if (start >= NEVER) continue;
    let own = startPrice(prep, v, cell, start);
    const sec = p === 0 ? setOff(walk, j, crossing, start, leg) : crossing.arrive - crossing.leave;
    const paid = p === 0 ? sec - Math.max(0, prep.shiftStart[s]! - walk.start) : sec;
    walk.travel = travel + sec;
    walk.extraWork = extraWork + paid + paidBreaks(prep, s, i, j);
    own += legPriceOf(prep, s, leg, sec) + (walk.extraWork - extraWork) * prep.payPerSec[s]!;
    go(walk, p + 1, j, start + prep.duration[cell]!, price + own);
    walk.extraWork = extraWork;
    walk.travel = travel;
    walk.start = oldStart;
  }
}

/** Driving as the playbook prices it, without pay. */
function legPriceOf(prep: Prepared, s: number, leg: number, sec: number): number {
  return sec * (prep.secPrice[s]! - prep.payPerSec[s]!) + prep.travelM[leg]! * prep.pricePerM;
}

function paidBreaks(prep: Prepared, s: number, i: number, j: number): number {
  let sec = 0;
  for (let k = prep.breakFirst[s]! + i; k < prep.breakFirst[s]! + j; k++) {
    if (prep.breakPaid[k]) sec += prep.breakDuration[k]!;
  }
  return sec;
}

function goHome(walk: Walk, i: number, free: number, price: number, leg: number): void {
  const { prep, routes, s, day } = walk;
  const leave = leaveForHome(prep, s, i, free, leg);
  if (leave >= NEVER) return;
  const workEnd = workEndOver(prep, s, leave, leg);
  if (workEnd > routes.endLimit[s]!) return;
  const over = workEnd - prep.shiftEnd[s]!;
  let whole = price + (over > 0 ? over * prep.overtimePrice[s]! : 0);
  const sec = arriveAt(prep, leg, leave) - leave;
  const paid = workEnd - leave + paidBreaks(prep, s, i, dueFrom(prep, s, i, free, leg));
  whole += legPriceOf(prep, s, leg, sec) + paid * prep.payPerSec[s]!;
  if (whole > day.price || (whole === day.price && workEnd >= day.workEnd)) return;
  day.price = whole;
  day.workEnd = workEnd;
  day.workStart = Math.max(walk.start, prep.shiftStart[s]!);
  day.extraWork = walk.extraWork + paid;
  day.travel = walk.travel + sec;
}

/** The lane in which somebody is home who takes the breaks that are due before the leg home. */
function dueFrom(prep: Prepared, s: number, i: number, free: number, leg: number): number {
  const first = prep.breakFirst[s]!;
  const count = prep.breakCount[s]!;
  let leave = free;
  let j = i;
  while (j < count && arriveAt(prep, leg, leave) > prep.breakDue[first + j]!) {
    leave = afterBreak(prep, first + j, leave);
    j++;
  }
  return j;
}

/** Crosses a leg with breaks i..j−1 on it, the soonest way; of equal ones that with fewest breaks before leaving. */
function cross(walk: Walk, p: number, i: number, j: number, free: number, leg: number, out: Crossing): void {
  const { prep, routes, s } = walk;
  const first = prep.breakFirst[s]!;
  out.ready = NEVER;
  let left = free;
  for (let m = i; m <= j && left < NEVER; m++) {
    const own = p === 0 && m === i ? routes.beforeSec[s]! : 0;
    const arrive = Math.max(left, arriveAt(prep, leg, left - own));
    let ready = arrive;
    for (let k = m; k < j && ready < NEVER; k++) ready = afterBreak(prep, first + k, ready);
    if (ready < out.ready) {
      out.leave = left;
      out.arrive = arrive;
      out.ready = ready;
      out.before = m - i;
      out.pause = m < j ? Math.max(arrive, prep.breakEarliest[first + m]!) : 0;
    }
    if (m < j) left = afterBreak(prep, first + m, left);
  }
}

/** Leaves for the first visit as late as its beginning allows; returns the driving, and notes when one leaves. */
function setOff(walk: Walk, breaks: number, crossing: Crossing, start: number, leg: number): number {
  const { prep, routes, s } = walk;
  const earliest = routes.startSec[s]! - routes.beforeSec[s]!;
  const latest = leaveBy(prep, leg, start);
  const first = prep.breakFirst[s]!;
  let depart: number;
  if (breaks === 0) depart = Math.max(earliest, latest);
  else {
    let home = routes.startSec[s]!;
    for (let k = 0; k < breaks && home < NEVER; k++) home = afterBreak(prep, first + k, home);
    if (home <= latest) depart = latest;
    else
      depart = Math.max(
        crossing.before === 0 ? earliest : crossing.leave,
        leaveBy(prep, leg, crossing.pause),
      );
  }
  walk.start = depart;
  return arriveAt(prep, leg, depart) - depart;
}
