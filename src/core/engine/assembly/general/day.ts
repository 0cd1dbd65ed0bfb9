import {
  CLASSES,
  P_BREAK_COUNT,
  P_BREAK_DUE,
  P_BREAK_EARLIEST,
  P_BREAK_FIRST,
  P_BREAK_LONG,
  P_BREAK_PAID,
  P_END_LIMIT,
  P_OVERTIME_PRICE,
  P_PAY_PER_SEC,
  P_PRICE,
  P_ROW_OF,
  P_SEC_PRICE,
  P_SHIFT_START,
  P_START_SEC,
  P_TRAVEL_TOTAL,
  P_WORK_END,
  P_WORK_SEC,
  P_WORK_START,
  PRICE_PER_M,
  SUM_BUSY,
  SUM_PRICE,
} from '../../hot/table';
import { CLASS, END, ON_SITE } from '../../state/cells';
import {
  beforeOf,
  byteAt,
  cellOf,
  countOf,
  field,
  floatAt,
  given,
  intAt,
  lineOf,
  NEVER,
  number,
  setFloat,
  setInt,
  slotOf,
  travelM,
} from '../memory';
import { startAt, startPrice } from '../starts';
import { legFrom, visitOn } from './lanes';
import { afterBreak, arriveAt, leaveBy, leaveForHome, workEndOver } from './legs';

/*
 * A day timed in full, where moments count: every way to place its breaks is tried, and the one kept that costs least,
 * then the one that ends work first, then the one with the earliest breaks, as the plain timing does.
 */

let dayPrice: f64 = 0;
let dayStart: i32 = 0;
let dayEnd: i32 = 0;
let dayExtra: i32 = 0;
let dayTravel: i32 = 0;

/* The way that is being tried: when the first leg is left; driving on working time and paid breaks; all driving. */
let begun: i32 = 0;
let extra: i32 = 0;
let driven: i32 = 0;

/** Times the filled day of a shift, whose sums are in the table, and writes what follows from its moments. */
export function timeInFull(s: i32): void {
  dayPrice = Infinity;
  dayEnd = NEVER;
  begun = 0;
  extra = 0;
  driven = 0;
  go(s, 0, 0, intAt(P_START_SEC, s), 0);
  setFloat(P_PRICE, s, number(SUM_PRICE) + dayPrice);
  setInt(P_TRAVEL_TOTAL, s, dayTravel);
  setInt(P_WORK_SEC, s, given(SUM_BUSY) + dayExtra);
  setInt(P_WORK_START, s, dayStart);
  setInt(P_WORK_END, s, dayEnd);
}

function go(s: i32, p: i32, i: i32, free: i32, price: f64): void {
  if (price > dayPrice) return;
  const leg = legFrom(cellOf(s, p));
  if (p == countOf(s)) {
    goHome(s, i, free, price, leg);
    return;
  }
  const v = visitOn(intAt(P_ROW_OF, s) + p + 1);
  const cell = v * given(CLASSES) + field(lineOf(s), CLASS);
  const on = field(slotOf(cell), ON_SITE);
  const oldBegun = begun;
  const oldExtra = extra;
  const oldDriven = driven;
  for (let j = intAt(P_BREAK_COUNT, s); j >= i; j--) {
    cross(s, p, i, j, free, leg);
    if (crossReady >= NEVER) continue;
    const start = startAt(cell, crossReady);
    if (start >= NEVER) continue;
    let own = startPrice(v, cell, start);
    const sec = p == 0 ? setOff(s, j, start, leg) : crossArrive - crossLeave;
    const paid = p == 0 ? sec - max(0, intAt(P_SHIFT_START, s) - begun) : sec;
    driven = oldDriven + sec;
    extra = oldExtra + paid + paidBreaks(s, i, j);
    own += legPrice(s, leg, sec) + <f64>(extra - oldExtra) * floatAt(P_PAY_PER_SEC, s);
    go(s, p + 1, j, start + on, price + own);
    extra = oldExtra;
    driven = oldDriven;
    begun = oldBegun;
  }
}

/** Driving as the playbook prices it, without pay. */
function legPrice(s: i32, leg: i32, sec: i32): f64 {
  const perM = number(PRICE_PER_M);
  const price = <f64>sec * (floatAt(P_SEC_PRICE, s) - floatAt(P_PAY_PER_SEC, s));
  return perM > 0 ? price + <f64>travelM(leg) * perM : price;
}

function paidBreaks(s: i32, i: i32, j: i32): i32 {
  const first = intAt(P_BREAK_FIRST, s);
  let sec = 0;
  for (let k = first + i; k < first + j; k++) if (byteAt(P_BREAK_PAID, k)) sec += intAt(P_BREAK_LONG, k);
  return sec;
}

function goHome(s: i32, i: i32, free: i32, price: f64, leg: i32): void {
  const line = lineOf(s);
  const leave = leaveForHome(s, i, free, leg);
  if (leave >= NEVER) return;
  const workEnd = workEndOver(line, leave, leg);
  if (workEnd > intAt(P_END_LIMIT, s)) return;
  const over = workEnd - field(line, END);
  let whole = price + (over > 0 ? <f64>over * floatAt(P_OVERTIME_PRICE, s) : 0);
  const sec = arriveAt(leg, leave) - leave;
  const paid = workEnd - leave + paidBreaks(s, i, dueFrom(s, i, free, leg));
  whole += legPrice(s, leg, sec) + <f64>paid * floatAt(P_PAY_PER_SEC, s);
  if (whole > dayPrice || (whole == dayPrice && workEnd >= dayEnd)) return;
  dayPrice = whole;
  dayEnd = workEnd;
  dayStart = max(begun, intAt(P_SHIFT_START, s));
  dayExtra = extra + paid;
  dayTravel = driven + sec;
}

/** The lane in which somebody is home who takes the breaks that are due before the leg home. */
function dueFrom(s: i32, i: i32, free: i32, leg: i32): i32 {
  const first = intAt(P_BREAK_FIRST, s);
  const count = intAt(P_BREAK_COUNT, s);
  let leave = free;
  let j = i;
  while (j < count && arriveAt(leg, leave) > intAt(P_BREAK_DUE, first + j)) {
    leave = afterBreak(first + j, leave);
    j++;
  }
  return j;
}

/* One leg crossed with some breaks on it; `crossPause` is the beginning of the first break taken on arrival. */
let crossLeave: i32 = 0;
let crossArrive: i32 = 0;
let crossReady: i32 = 0;
let crossBefore: i32 = 0;
let crossPause: i32 = 0;

/** Crosses a leg with breaks i..j−1 on it, the soonest way; of equal ones that with fewest breaks before leaving. */
function cross(s: i32, p: i32, i: i32, j: i32, free: i32, leg: i32): void {
  const first = intAt(P_BREAK_FIRST, s);
  crossReady = NEVER;
  let left = free;
  for (let m = i; m <= j && left < NEVER; m++) {
    const own = p == 0 && m == i ? beforeOf(s) : 0;
    const arrive = max(left, arriveAt(leg, left - own));
    let ready = arrive;
    for (let k = m; k < j && ready < NEVER; k++) ready = afterBreak(first + k, ready);
    if (ready < crossReady) {
      crossLeave = left;
      crossArrive = arrive;
      crossReady = ready;
      crossBefore = m - i;
      crossPause = m < j ? max(arrive, intAt(P_BREAK_EARLIEST, first + m)) : 0;
    }
    if (m < j) left = afterBreak(first + m, left);
  }
}

/** Leaves for the first visit as late as its beginning allows; returns the driving, and notes when one leaves. */
function setOff(s: i32, breaks: i32, start: i32, leg: i32): i32 {
  const earliest = intAt(P_START_SEC, s) - beforeOf(s);
  const latest = leaveBy(leg, start);
  const first = intAt(P_BREAK_FIRST, s);
  if (breaks == 0) begun = max(earliest, latest);
  else {
    let home = intAt(P_START_SEC, s);
    for (let k = 0; k < breaks && home < NEVER; k++) home = afterBreak(first + k, home);
    if (home <= latest) begun = latest;
    else begun = max(crossBefore == 0 ? earliest : crossLeave, leaveBy(leg, crossPause));
  }
  return arriveAt(leg, begun) - begun;
}
