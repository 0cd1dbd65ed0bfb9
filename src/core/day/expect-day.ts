import { createRandom } from '../base/random';
import type { Shift } from '../model/problem';
import { drawBeyond, meanBeyond } from '../simulate/lognormal';
import type { TimedRoute } from '../timing/timed-plan';
import { lateSecAt } from '../timing/windows';
import type { ProblemIndex } from '../travel/problem-index';
import { courseOf, type Step } from './course';
import { type DayFacts, type FieldState, isOver, isSkipped } from './field-facts';
import { type Draw, type PlayedDay, playDays } from './play';

export interface Spreads {
  /** Deviation of driving, as a share of it. */
  readonly travelShare: number;
  /** Deviation of the time on site of a kind of visit, as a share of it. */
  readonly workShare: (kind: string | undefined) => number;
}

export interface ExpectOptions extends Spreads {
  /** How often the rest of the day is played for the chances. */
  readonly plays: number;
  readonly seed: number;
  /** Whether what follows an early finish may begin sooner than planned, inside of its windows. */
  readonly mayPull: boolean;
}

export interface ExpectedStop {
  readonly visitId: string;
  readonly state: FieldState;
  readonly plannedSec: number;
  /** Time on site as planned, with what was asked for on top, seconds. */
  readonly workSec: number;
  /** As reported, where it was, else as it is expected; seconds from the origin. */
  readonly arriveSec: number;
  readonly startSec: number;
  readonly finishSec: number;
  /** Seconds past the close of the window that it misses. */
  readonly lateSec: number;
  /** On what share of the plays it begins inside of its windows; 0 or 1 where it has begun. */
  readonly chance: number;
  /** Given up before anybody was there: it takes no time, and nobody drives to it. */
  readonly isSkipped: boolean;
}

export interface ExpectedBreak {
  readonly startSec: number;
  readonly endSec: number;
  /** It must have begun by then. */
  readonly latestSec: number;
}

export interface ExpectedRoute {
  readonly shiftId: string;
  readonly personId: string;
  readonly stops: readonly ExpectedStop[];
  readonly breaks: readonly ExpectedBreak[];
  /** Back at the end place. */
  readonly arriveSec: number;
  readonly overtimeSec: number;
}

/** Driving and work as they are on average, given how long they have gone on. */
function meanDraw({ travelShare, workShare }: Spreads): Draw {
  return {
    travel: (_id, _shift, meanSec, elapsedSec) => meanBeyond({ meanSec, share: travelShare }, elapsedSec),
    work: ({ visit }, _shift, meanSec, elapsedSec) =>
      meanBeyond({ meanSec, share: workShare(visit.kind) }, elapsedSec),
  };
}

/** Driving and work drawn at random, given how long they have gone on. */
export function randomDraw({ travelShare, workShare }: Spreads, next: () => number): Draw {
  return {
    travel: (_id, _shift, meanSec, elapsedSec) =>
      drawBeyond({ meanSec, share: travelShare }, elapsedSec, next()),
    work: ({ visit }, _shift, meanSec, elapsedSec) =>
      drawBeyond({ meanSec, share: workShare(visit.kind) }, elapsedSec, next()),
  };
}

const isKept = ({ open }: Step, startSec: number): boolean =>
  open.some((w) => startSec >= w.startSec && startSec <= w.endSec);

function overtimeOf(shift: Shift, arriveSec: number, leaveSec: number): number {
  const workEndSec = Math.max(leaveSec, arriveSec - shift.allowanceAfterSec);
  return Math.max(0, workEndSec - shift.endSec);
}

/**
 * What is to be expected of planned days from what was reported of them: arrivals and finishes down each day, the chance that each
 * window is kept, breaks and overtime. Routes that wait for each other belong together in one call; others may be left out. Times are
 * those of the average play; chances come of many random ones, equal for equal seeds.
 */
export function expectDay(
  index: ProblemIndex,
  routes: readonly TimedRoute[],
  facts: DayFacts,
  options: ExpectOptions,
): ExpectedRoute[] {
  const courses = routes.map((route) => courseOf(route, facts));
  const base = { nowSec: facts.nowSec, mayPull: options.mayPull };
  const mean = playDays(index, courses, { ...base, draw: meanDraw(options) });
  const kept = new Map<string, number>();
  const random = createRandom(options.seed);
  const draw = randomDraw(options, () => random.next());
  for (let play = 0; play < options.plays; play++)
    for (const day of playDays(index, courses, { ...base, draw }))
      for (const { step, startSec } of day.stops)
        if (isKept(step, startSec)) kept.set(keyOf(day, step), (kept.get(keyOf(day, step)) ?? 0) + 1);
  return mean.map((day) => {
    const { route } = day.course;
    // Whoever is out comes to nothing any more.
    const isOut = facts.shifts.get(route.shift.id)?.outSec !== undefined;
    return {
      shiftId: route.shift.id,
      personId: route.shift.personId,
      stops: [
        ...day.stops.map(
          ({ step, arriveSec, startSec, finishSec }): ExpectedStop => ({
            visitId: step.visit.id,
            state: step.facts?.state ?? 'planned',
            plannedSec: step.plannedSec,
            workSec: step.workSec,
            arriveSec,
            startSec,
            finishSec,
            lateSec: lateSecAt(step.visit, finishSec - startSec, startSec),
            chance:
              step.facts?.beganSec !== undefined || isOver(step.facts) || options.plays === 0 || isOut
                ? Number(isKept(step, startSec) && !(isOut && step.facts?.beganSec === undefined))
                : (kept.get(keyOf(day, step)) ?? 0) / options.plays,
            isSkipped: false,
          }),
        ),
        ...skippedIn(route, facts),
      ],
      breaks: day.breaks.map(({ rule, startSec, endSec }) => ({
        startSec,
        endSec,
        latestSec: route.shift.breaks[rule]?.latestSec ?? Number.POSITIVE_INFINITY,
      })),
      arriveSec: day.arriveSec,
      overtimeSec: overtimeOf(route.shift, day.arriveSec, day.leaveSec),
    };
  });
}

/** What was given up before anybody was there, at its planned time and without any length; what is cancelled is nobody's any more. */
function skippedIn({ stops }: TimedRoute, facts: DayFacts): ExpectedStop[] {
  return stops.flatMap(({ visit, startSec }): ExpectedStop[] => {
    const own = facts.visits.get(visit.id);
    if (!isSkipped(own) || own?.state === 'cancelled') return [];
    return [
      {
        visitId: visit.id,
        state: 'not-done',
        plannedSec: startSec,
        workSec: 0,
        arriveSec: startSec,
        startSec,
        finishSec: startSec,
        lateSec: 0,
        chance: 0,
        isSkipped: true,
      },
    ];
  });
}

const keyOf = ({ course }: PlayedDay, { visit }: Step): string => `${course.route.shift.id} ${visit.id}`;
