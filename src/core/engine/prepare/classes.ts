import type { Problem, Shift, Visit } from '../../model/problem';
import { durationOf } from '../../model/work-of';
import { earliestStart, lateSecAt, marginShortSec, startWindows } from '../../timing/windows';
import { NEVER } from './prepared';

export interface PreparedClasses {
  readonly classes: number;
  readonly shiftClass: Int32Array;
  readonly duration: Int32Array;
  readonly workDuration: Int32Array;
  readonly windowFirst: Int32Array;
  readonly windowCount: Int32Array;
  readonly windowOpen: Int32Array;
  readonly windowLatest: Int32Array;
  readonly windowSoft: Int32Array;
  readonly promiseFirst: Int32Array;
  readonly promiseCount: Int32Array;
  readonly promiseOpen: Int32Array;
  readonly promiseClose: Int32Array;
}

interface Class {
  readonly shift: Shift;
  fromSec: number;
  toSec: number;
}

function classesOf(shifts: readonly Shift[]): { list: Class[]; ofShift: Int32Array } {
  const numbers = new Map<string, number>();
  const list: Class[] = [];
  const ofShift = Int32Array.from(shifts, (shift) => {
    const pace = [...(shift.pace ?? [])].sort((a, b) => (a.kind < b.kind ? -1 : 1));
    const key = JSON.stringify([shift.dayIx, pace]);
    const number = numbers.get(key) ?? list.length;
    numbers.set(key, number);
    list[number] ??= { shift, fromSec: shift.startSec, toSec: shift.endSec };
    const known = list[number];
    known.fromSec = Math.min(known.fromSec, shift.startSec);
    known.toSec = Math.max(known.toSec, shift.endSec + shift.overtimeLimitSec);
    return number;
  });
  return { list, ofShift };
}

interface Slot {
  readonly open: number;
  readonly latest: number;
  readonly soft: number;
}

/** The moments at which a visit may begin in a class's hours. */
function slotsOf(
  visit: Visit,
  durationSec: number,
  hours: Class,
  { marginSec, isTimed }: { readonly marginSec: number; readonly isTimed: boolean },
): Slot[] {
  const tied = visit.tie.startSec;
  if (tied !== undefined) {
    const isAllowed = earliestStart(visit, durationSec, tied) === tied;
    if (!isAllowed || tied < hours.fromSec || tied > hours.toSec) return [];
    const isFree =
      !isTimed &&
      lateSecAt(visit, durationSec, tied) === 0 &&
      (marginSec === 0 || marginShortSec(visit, durationSec, tied, marginSec) === 0);
    return [{ open: tied, latest: tied, soft: isFree ? tied : -NEVER }];
  }
  return startWindows(visit, durationSec)
    .filter((w) => w.latestSec >= hours.fromSec && w.startSec <= hours.toSec)
    .sort((a, b) => a.startSec - b.startSec || a.latestSec - b.latestSec)
    .map((w) => {
      // Later it may still cost nothing, by grace of another window; that is then found when it is priced.
      const soft = Math.min(w.latestSec, w.endSec - Math.min(marginSec, w.endSec - w.promisedSec));
      return { open: w.startSec, latest: w.latestSec, soft: isTimed || soft < w.startSec ? -NEVER : soft };
    });
}

/** What another beginning than the published one costs, micros; 0 where there is no such. */
export function movedPriceOf({ prices }: Problem, { base, prices: own }: Visit): number {
  return base?.startSec === undefined ? 0 : (own?.moved ?? prices.moved ?? 0);
}

/** Sorts shifts into classes, and works out durations and windows of every visit in each. */
export function prepareClasses(
  problem: Problem,
  visits: readonly Visit[],
  pinnable: (v: number) => boolean,
): PreparedClasses & { pinSlot: Int32Array } {
  const { list, ofShift } = classesOf(problem.shifts);
  const classes = Math.max(1, list.length);
  const cells = visits.length * classes;
  const duration = new Int32Array(cells);
  const workDuration = new Int32Array(cells);
  const windowFirst = new Int32Array(cells);
  const windowCount = new Int32Array(cells);
  const promiseFirst = new Int32Array(cells);
  const promiseCount = new Int32Array(cells);
  const slots: Slot[] = [];
  const promises: { open: number; close: number }[] = [];
  const pinSlot = new Int32Array(visits.length).fill(-1);
  for (const [v, visit] of visits.entries()) {
    const before = visit.bufferBeforeSec ?? 0;
    const isPriced = (visit.prices?.marginPerSec ?? problem.prices.marginPerSec ?? 0) > 0;
    const marginSec = isPriced ? (problem.prices.marginSec ?? 0) : 0;
    // Earlier than published costs as well as later: no beginning is surely free.
    const isTimed = movedPriceOf(problem, visit) > 0;
    const promisesAt = new Map<number, number>();
    for (const [c, hours] of list.entries()) {
      const cell = v * classes + c;
      const sec = durationOf(visit, hours.shift);
      workDuration[cell] = sec;
      duration[cell] = before + sec + (visit.bufferAfterSec ?? 0);
      windowFirst[cell] = slots.length;
      for (const slot of slotsOf(visit, sec, hours, { marginSec, isTimed })) {
        const soft = slot.soft === -NEVER ? -NEVER : slot.soft - before;
        slots.push({ open: slot.open - before, latest: slot.latest - before, soft });
      }
      windowCount[cell] = slots.length - windowFirst[cell]!;
      const known = promisesAt.get(sec);
      promiseFirst[cell] = known ?? promises.length;
      promiseCount[cell] = visit.windows.length;
      if (known !== undefined) continue;
      promisesAt.set(sec, promises.length);
      for (const w of visit.windows) {
        const shift = before + (w.on === 'finish' ? sec : 0);
        promises.push({ open: w.startSec - shift, close: w.endSec - shift });
      }
    }
    if (pinnable(v)) pinSlot[v] = slots.push({ open: 0, latest: 0, soft: 0 }) - 1;
  }
  return {
    classes,
    shiftClass: ofShift,
    duration,
    workDuration,
    windowFirst,
    windowCount,
    windowOpen: Int32Array.from(slots, (s) => s.open),
    windowLatest: Int32Array.from(slots, (s) => s.latest),
    windowSoft: Int32Array.from(slots, (s) => s.soft),
    promiseFirst,
    promiseCount,
    promiseOpen: Int32Array.from(promises, (p) => p.open),
    promiseClose: Int32Array.from(promises, (p) => p.close),
    pinSlot,
  };
}
