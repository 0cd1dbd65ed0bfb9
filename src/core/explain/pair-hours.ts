import type { Problem, Shift, Visit } from '../model/problem';
import { durationOf } from '../model/work-of';
import { reach } from '../rules/day-limits';
import { timeRoute } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import { startWindows } from '../timing/windows';
import type { ProblemIndex } from '../travel/problem-index';

/**
 * What the hours of every day say of visits alone in it, by all that the hours of a visit hang on; kept for as long
 * as the days are the same.
 */
export interface HoursKept {
  readonly days: string;
  readonly rows: ReadonlyMap<string, Int8Array>;
}

/** Seconds that driving between two places, by their numbers, takes at most. */
export type MostSec = (fromIx: number, toIx: number) => number;

export const OPEN = 1;
/** Place of the first step on hours behind the open cell. */
export const CLOSED = { windows: 2, access: 3, hours: 4, reach: 5 } as const;

/** The longest that the matrices themselves say, at whatever hour. */
export function slowestOf({ travel, places }: Problem): MostSec {
  const slices = travel.byTime?.slices ?? [];
  return (from, to) => {
    const cell = from * places.length + to;
    let most = travel.durationSec[cell] ?? 0;
    for (const slice of slices) most = Math.max(most, slice[cell] ?? 0);
    return most;
  };
}

/** A day's hours as numbers, for looking at many visits. */
interface Day {
  readonly startSec: number;
  readonly endSec: number;
  /** End with all overtime. */
  readonly latestSec: number;
  readonly startIx: number;
  readonly endIx: number;
  /** Until when nothing interrupts. */
  readonly untilBreakSec: number;
  /** The only break, if there is one and no more. */
  readonly onlyBreak: { readonly latestSec: number; readonly overSec: number } | null;
  readonly mayBeSure: boolean;
}

function dayOf(shift: Shift, { placeIxById }: ProblemIndex): Day {
  const [first, ...others] = shift.breaks;
  return {
    startSec: shift.startSec,
    endSec: shift.endSec,
    latestSec: shift.endSec + shift.overtimeLimitSec,
    startIx: placeIxById.get(shift.startPlaceId)!,
    endIx: placeIxById.get(shift.endPlaceId)!,
    untilBreakSec: Math.min(shift.endSec, ...shift.breaks.map((b) => b.earliestSec)),
    onlyBreak:
      first && others.length === 0
        ? { latestSec: first.latestSec, overSec: first.earliestSec + first.durationSec }
        : null,
    mayBeSure: !shift.reach && !shift.firstReach,
  };
}

/** Stretches of time, start and end in turns. */
type Stretches = readonly number[];

function overlaps(a: Stretches, from: number, to: number): boolean {
  for (let i = 0; i < a.length; i += 2) if (a[i]! <= to && from <= a[i + 1]!) return true;
  return false;
}

/** Looks at one visit alone in days, one after the other. */
function createLook(index: ProblemIndex, visit: Visit, mostSec: MostSec): (shift: Shift, day: Day) => number {
  const known = new Map<number, { all: Stretches; inside: Stretches }>();
  const begins = (of: Visit, sec: number): Stretches =>
    startWindows(of, sec).flatMap((w) => [w.startSec, w.latestSec]);
  const beginsOf = (sec: number): { all: Stretches; inside: Stretches } => {
    const found = known.get(sec);
    if (found) return found;
    const inside = begins(visit, sec);
    const made = { all: visit.access ? begins({ ...visit, access: undefined }, sec) : inside, inside };
    known.set(sec, made);
    return made;
  };
  const placeIx = index.placeIxById.get(visit.placeId)!;
  const before = visit.bufferBeforeSec ?? 0;
  const after = visit.bufferAfterSec ?? 0;
  const mayBeSure = !visit.parts && visit.tie.startSec === undefined;

  /**
   * A cheap look before a day is timed: true only where the visit can be done however slow the way is, inside the
   * hours, and so that whoever does it is home before any break falls due.
   */
  const surelyFits = (day: Day, sec: number, inside: Stretches): boolean => {
    if (!mayBeSure || !day.mayBeSure) return false;
    const there = day.startSec + mostSec(day.startIx, placeIx);
    const back = sec + after + mostSec(placeIx, day.endIx);
    const fits = (free: number, until: number): boolean => {
      for (let i = 0; i < inside.length; i += 2)
        if (free <= inside[i + 1]! && Math.max(free, inside[i]!) + back <= until) return true;
      return false;
    };
    if (fits(there + before, day.untilBreakSec)) return true;
    // Or there in time for the only break, and to work after it.
    const { onlyBreak } = day;
    if (!onlyBreak || there > onlyBreak.latestSec) return false;
    return fits(Math.max(there, onlyBreak.overSec) + before, day.endSec);
  };

  return (shift, day) => {
    const sec = durationOf(visit, shift);
    const { all, inside } = beginsOf(sec);
    if (!overlaps(all, day.startSec, day.latestSec)) return CLOSED.windows;
    if (!overlaps(inside, day.startSec, day.latestSec)) return CLOSED.access;
    if (surelyFits(day, sec, inside)) return OPEN;
    const route = timeRoute(index, shift, [visit]);
    if (!route) return CLOSED.hours;
    return isWithinReach(index, route) ? OPEN : CLOSED.reach;
  };
}

function isWithinReach(index: ProblemIndex, route: TimedRoute): boolean {
  return reach(index, { routes: [route], unplanned: [] }).length === 0;
}

/** Says of visits and days what their hours say, each once. */
export function createHours(index: ProblemIndex, kept: HoursKept | null, mostSec: MostSec) {
  const { visits, shifts, places } = index.problem;
  const at = new Map(places.map((p) => [p.id, p.lat === undefined ? p.id : `${p.lat} ${p.lon}`]));
  const days = JSON.stringify([
    index.problem.originAt,
    shifts.map((s) => [
      s.startSec,
      s.endSec,
      at.get(s.startPlaceId),
      at.get(s.endPlaceId),
      s.allowanceBeforeSec,
      s.allowanceAfterSec,
      s.overtimeLimitSec,
      s.breaks,
      s.pace,
      s.parts,
      at.get(s.partsPlaceId ?? ''),
      s.reach,
      s.firstReach,
    ]),
  ]);
  const known = kept?.days === days ? kept.rows : null;
  const rows = new Map<string, Int8Array>();
  const rowOf = visits.map((v) => {
    const text = JSON.stringify([
      at.get(v.placeId),
      v.durationSec,
      v.kind,
      v.windows,
      v.access,
      v.bufferBeforeSec,
      v.bufferAfterSec,
      v.parts,
      v.tie.startSec,
    ]);
    const row = known?.get(text) ?? rows.get(text) ?? new Int8Array(shifts.length);
    rows.set(text, row);
    return row;
  });
  const looks = new Map<number, ReturnType<typeof createLook>>();
  const hours = shifts.map((s) => dayOf(s, index));
  const say = (v: number, s: number): number => {
    const row = rowOf[v]!;
    if (row[s] === 0) {
      let look = looks.get(v);
      if (!look) {
        look = createLook(index, visits[v]!, mostSec);
        looks.set(v, look);
      }
      row[s] = look(shifts[s]!, hours[s]!);
    }
    return row[s]!;
  };
  return { say, kept: { days, rows } satisfies HoursKept };
}
