import { createRandom } from '../base/random';
import type { Plan } from '../model/plan';
import { durationOf } from '../model/work-of';
import type { TimedRoute } from '../timing/timed-plan';
import { startWindows } from '../timing/windows';
import type { ProblemIndex } from '../travel/problem-index';
import { type ReplayError, replay } from '../verify/replay';
import { normalFrom, type Spread, samplerOf } from './spread';

export interface SimulateOptions {
  readonly seed: number;
  /** How often the plan is played. */
  readonly days: number;
  readonly travel: Spread;
  /** Spread of the time on site, by kind of visit. */
  readonly visit: (kind: string | undefined) => Spread;
}

export interface VisitOutlook {
  readonly visitId: string;
  /** Share of the days on which it began inside one of its windows. */
  readonly onTime: number;
  readonly meanStartSec: number;
}

export interface ShiftOutlook {
  readonly shiftId: string;
  readonly personId: string;
  readonly meanOvertimeSec: number;
  /** Share of the days with any overtime at all. */
  readonly overtimeChance: number;
}

export interface Outlook {
  readonly visits: readonly VisitOutlook[];
  readonly shifts: readonly ShiftOutlook[];
}

/** One stop of a day as it is played over and over. */
interface Step {
  readonly visit: number;
  readonly travel: () => number;
  readonly work: () => number;
  readonly beforeSec: number;
  readonly afterSec: number;
  /** Seconds of break taken before the work begins, and from when on. */
  readonly pauseFrom: number;
  readonly pauseSec: number;
}

interface Course {
  readonly route: TimedRoute;
  readonly steps: readonly Step[];
  readonly home: () => number;
}

/**
 * Plays a plan many times with random driving and work. People leave when the plan says, take the
 * visits in its order, begin as soon as they are there and a window is open, take each break where the
 * plan has it, and wait for each other where several are needed. A visit that comes too late is done
 * all the same, late. Equal for equal seeds.
 */
export function simulatePlan(
  index: ProblemIndex,
  plan: Plan,
  options: SimulateOptions,
): { ok: true; outlook: Outlook } | { ok: false; errors: ReplayError[] } {
  const replayed = replay(index, plan);
  if (!replayed.ok) return replayed;
  const { problem } = index;
  const normal = normalFrom(createRandom(options.seed));
  const visitIx = new Map(problem.visits.map((v, i) => [v.id, i]));
  const courses = replayed.timed.routes.map((route) => courseOf(route, visitIx, options, normal));
  const game = gameOf(index, courses);
  const onTime = new Float64Array(problem.visits.length);
  const startSum = new Float64Array(problem.visits.length);
  const overtime = new Float64Array(courses.length);
  const over = new Float64Array(courses.length);
  for (let day = 0; day < options.days; day++) {
    playDay(courses, game);
    for (const v of game.planned) {
      startSum[v]! += game.start[v]!;
      if (isInside(game.open[v]!, game.start[v]!)) onTime[v]!++;
    }
    for (let c = 0; c < courses.length; c++) {
      overtime[c]! += game.overtime[c]!;
      if (game.overtime[c]! > 0) over[c]!++;
    }
  }
  const { days } = options;
  return {
    ok: true,
    outlook: {
      visits: game.planned.map((v) => ({
        visitId: problem.visits[v]!.id,
        onTime: onTime[v]! / days,
        meanStartSec: startSum[v]! / days,
      })),
      shifts: courses.map(({ route }, c) => ({
        shiftId: route.shift.id,
        personId: route.shift.personId,
        meanOvertimeSec: overtime[c]! / days,
        overtimeChance: over[c]! / days,
      })),
    },
  };
}

function courseOf(
  route: TimedRoute,
  visitIx: ReadonlyMap<string, number>,
  options: SimulateOptions,
  normal: () => number,
): Course {
  let freeSec = route.departSec;
  const steps = route.stops.map((stop): Step => {
    const { visit } = stop;
    const pauses = route.breaks.filter((b) => b.startSec >= freeSec - 1 && b.endSec <= stop.startSec);
    freeSec = stop.finishSec;
    return {
      visit: visitIx.get(visit.id)!,
      travel: samplerOf(stop.travelSec, options.travel, normal),
      work: samplerOf(stop.finishSec - stop.startSec, options.visit(visit.kind), normal),
      beforeSec: visit.bufferBeforeSec ?? 0,
      afterSec: visit.bufferAfterSec ?? 0,
      pauseFrom: pauses[0]?.startSec ?? 0,
      pauseSec: pauses.reduce((sum, b) => sum + b.endSec - b.startSec, 0),
    };
  });
  return { route, steps, home: samplerOf(route.endTravelSec, options.travel, normal) };
}

type Window = readonly { readonly startSec: number; readonly endSec: number }[];

interface Game {
  readonly planned: readonly number[];
  readonly open: readonly Window[];
  readonly people: Int32Array;
  readonly after: Int32Array;
  readonly gapSec: Int32Array;
  readonly start: Float64Array;
  readonly finish: Float64Array;
  /** Latest readiness of those who have arrived, and how many have. */
  readonly ready: Float64Array;
  readonly arrived: Int32Array;
  readonly overtime: Float64Array;
}

function gameOf(index: ProblemIndex, courses: readonly Course[]): Game {
  const { visits } = index.problem;
  const visitIx = new Map(visits.map((v, i) => [v.id, i]));
  const planned = [...new Set(courses.flatMap((c) => c.steps.map((s) => s.visit)))];
  const shiftOf = new Map(courses.flatMap((c) => c.steps.map((s) => [s.visit, c.route.shift] as const)));
  const isPlanned = new Set(planned);
  return {
    planned,
    open: visits.map((v, i) => {
      const shift = shiftOf.get(i);
      return shift ? startWindows(v, durationOf(v, shift)) : [];
    }),
    people: Int32Array.from(visits, (v) => v.people ?? 1),
    after: Int32Array.from(visits, (v) => {
      const before = v.after ? visitIx.get(v.after.visitId)! : -1;
      return isPlanned.has(before) ? before : -1;
    }),
    gapSec: Int32Array.from(visits, (v) => v.after?.gapSec ?? 0),
    start: new Float64Array(visits.length),
    finish: new Float64Array(visits.length),
    ready: new Float64Array(visits.length),
    arrived: new Int32Array(visits.length),
    overtime: new Float64Array(courses.length),
  };
}

/** Plays one day; whoever must wait for others is taken up again when they have come. */
function playDay(courses: readonly Course[], game: Game): void {
  game.arrived.fill(0);
  game.ready.fill(Number.NEGATIVE_INFINITY);
  game.finish.fill(Number.NaN);
  const at = new Int32Array(courses.length);
  const free = Float64Array.from(courses, (c) => c.route.departSec);
  const hasArrived = new Uint8Array(courses.length);
  let left = courses.length;
  const isHome = new Uint8Array(courses.length);
  for (let isMoving = true; isMoving && left > 0; ) {
    isMoving = false;
    for (const [c, course] of courses.entries()) {
      if (isHome[c]) continue;
      for (;;) {
        const step = course.steps[at[c]!];
        if (!step) {
          goHome(course, free[c]!, game, c);
          isHome[c] = 1;
          left--;
          isMoving = true;
          break;
        }
        if (!hasArrived[c]) {
          hasArrived[c] = 1;
          isMoving = true;
          let ready = free[c]! + step.travel();
          if (step.pauseSec > 0) ready = Math.max(ready, step.pauseFrom) + step.pauseSec;
          ready += step.beforeSec;
          game.arrived[step.visit]!++;
          if (ready > game.ready[step.visit]!) game.ready[step.visit] = ready;
        }
        if (!mayBegin(game, step.visit)) break;
        const start = beginning(game, step.visit);
        const finish = start + step.work();
        game.start[step.visit] = start;
        const known = game.finish[step.visit]!;
        game.finish[step.visit] = Number.isNaN(known) ? finish : Math.max(known, finish);
        free[c] = finish + step.afterSec;
        at[c]!++;
        hasArrived[c] = 0;
        isMoving = true;
      }
    }
  }
}

function mayBegin(game: Game, v: number): boolean {
  const before = game.after[v]!;
  return game.arrived[v]! >= game.people[v]! && (before < 0 || !Number.isNaN(game.finish[before]!));
}

/** As soon as everybody is there, what comes first is over and a window is open; late when all have closed. */
function beginning(game: Game, v: number): number {
  const before = game.after[v]!;
  const ready =
    before < 0 ? game.ready[v]! : Math.max(game.ready[v]!, game.finish[before]! + game.gapSec[v]!);
  let best = Number.POSITIVE_INFINITY;
  for (const w of game.open[v]!) if (ready <= w.endSec) best = Math.min(best, Math.max(ready, w.startSec));
  return best === Number.POSITIVE_INFINITY ? ready : best;
}

function goHome({ route, home }: Course, free: number, game: Game, c: number): void {
  const { shift } = route;
  const last = route.stops.at(-1)!;
  const late = route.breaks.filter((b) => b.startSec >= last.finishSec);
  const leave =
    late.length > 0
      ? Math.max(free, late[0]!.startSec) + late.reduce((s, b) => s + b.endSec - b.startSec, 0)
      : free;
  const sec = home();
  const workEnd = leave + Math.max(0, sec - shift.allowanceAfterSec);
  game.overtime[c] = Math.max(0, workEnd - shift.endSec);
}

function isInside(windows: Window, sec: number): boolean {
  return windows.some((w) => sec >= w.startSec && sec <= w.endSec);
}
