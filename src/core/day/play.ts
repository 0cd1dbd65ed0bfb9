import type { Shift } from '../model/problem';
import { type Leg, legArrival } from '../timing/leg';
import type { ProblemIndex } from '../travel/problem-index';
import type { Course, Step } from './course';

/** How the times of a day come out: each against what it is on average, and how long it has gone on already, seconds. */
export interface Draw {
  /** Driving to a visit; with the shift's id, driving home. */
  travel(id: string, shift: Shift, meanSec: number, elapsedSec: number): number;
  work(step: Step, shift: Shift, meanSec: number, elapsedSec: number): number;
}

export interface PlayedStop {
  readonly step: Step;
  readonly leaveSec: number;
  readonly arriveSec: number;
  startSec: number;
  finishSec: number;
}

export interface PlayedBreak {
  readonly rule: number;
  readonly startSec: number;
  readonly endSec: number;
}

export interface PlayedDay {
  readonly course: Course;
  readonly stops: PlayedStop[];
  readonly breaks: PlayedBreak[];
  leaveSec: number;
  arriveSec: number;
}

export interface PlayOptions {
  readonly nowSec: number;
  /** Whether what follows may begin sooner than planned, inside of its windows. */
  readonly mayPull: boolean;
  readonly draw: Draw;
}

interface Meeting {
  arrived: number;
  readySec: number;
}

/**
 * Plays days on from what was reported. People take what is ahead of them in order, leave as soon as they are free, begin as soon as
 * they are there, a window is open and everybody needed has come, and take the breaks that are left where the plan has them. What was
 * not reported yet is not over: it happens no sooner than now. A visit that comes too late is done all the same, late.
 */
export function playDays(
  index: ProblemIndex,
  courses: readonly Course[],
  { nowSec, mayPull, draw }: PlayOptions,
): PlayedDay[] {
  const needed = new Map<string, number>();
  for (const course of courses)
    for (const step of course.steps) needed.set(step.visit.id, (needed.get(step.visit.id) ?? 0) + 1);
  const meetings = new Map<string, Meeting>();
  const finished = new Map<string, number>();
  const days = courses.map(
    (course): PlayedDay => ({ course, stops: [], breaks: [], leaveSec: 0, arriveSec: 0 }),
  );
  const free = courses.map((c) => c.route.departSec);
  const open = courses.map(() => null as { leaveSec: number; arriveSec: number } | null);
  const left = new Set(courses.keys());

  const drive = (leg: Leg, id: string, shift: Shift, leaveSec: number, elapsedSec: number): number =>
    leaveSec + draw.travel(id, shift, legArrival(index, leg, leaveSec) - leaveSec, elapsedSec);

  const arriveAt = (c: number, at: number): void => {
    const { course, breaks } = days[c]!;
    const step = course.steps[at]!;
    const { shift } = course.route;
    const { facts } = step;
    const onWaySec = facts?.onWaySec;
    const leaveSec = onWaySec ?? (at === course.begun ? Math.max(free[c]!, course.aheadFromSec) : free[c]!);
    const isUnderWay = onWaySec !== undefined && facts?.state === 'on-the-way';
    let arriveSec = drive(
      step.leg,
      step.visit.id,
      shift,
      leaveSec,
      isUnderWay ? Math.max(0, nowSec - leaveSec) : 0,
    );
    if (facts?.beganSec !== undefined) arriveSec = Math.min(arriveSec, facts.beganSec);
    else arriveSec = Math.max(arriveSec, nowSec);
    let readySec = arriveSec;
    for (const pause of step.pauses) {
      const startSec = Math.max(readySec, pause.fromSec);
      readySec = startSec + pause.durationSec;
      breaks.push({ rule: pause.rule, startSec, endSec: readySec });
    }
    // A break under way is over first, wherever it is taken.
    if (at === course.begun) readySec = Math.max(readySec, course.aheadFromSec);
    readySec += step.visit.bufferBeforeSec ?? 0;
    const meeting = meetings.get(step.visit.id) ?? { arrived: 0, readySec: Number.NEGATIVE_INFINITY };
    meetings.set(step.visit.id, meeting);
    meeting.arrived++;
    meeting.readySec = Math.max(meeting.readySec, readySec);
    open[c] = { leaveSec, arriveSec };
  };

  /** When a visit begins; null while somebody or something is waited for. */
  const beginning = (step: Step, isForced: boolean): number | null => {
    const { visit, facts } = step;
    if (facts?.beganSec !== undefined) return facts.beganSec;
    const meeting = meetings.get(visit.id)!;
    if (meeting.arrived < needed.get(visit.id)! && !isForced) return null;
    let readySec = meeting.readySec;
    if (visit.after && needed.has(visit.after.visitId)) {
      const before = finished.get(visit.after.visitId);
      if (before === undefined && !isForced) return null;
      readySec = Math.max(readySec, (before ?? readySec) + visit.after.gapSec);
    }
    readySec = Math.max(readySec, step.notBeforeSec);
    if (!mayPull) readySec = Math.max(readySec, step.plannedSec);
    let best = Number.POSITIVE_INFINITY;
    for (const w of step.open)
      if (readySec <= w.endSec) best = Math.min(best, Math.max(readySec, w.startSec));
    return best === Number.POSITIVE_INFINITY ? readySec : best;
  };

  const finishOf = ({ facts, ...step }: Step, shift: Shift, startSec: number): number => {
    if (facts?.endedSec !== undefined) return Math.max(startSec, facts.endedSec);
    const elapsedSec = facts?.beganSec === undefined ? 0 : Math.max(0, nowSec - startSec);
    return startSec + draw.work({ facts, ...step }, shift, step.workSec, elapsedSec);
  };

  const goHome = (c: number): void => {
    const day = days[c]!;
    const { course, breaks } = day;
    const { shift } = course.route;
    let leaveSec = course.begun === course.steps.length ? Math.max(free[c]!, course.aheadFromSec) : free[c]!;
    for (const pause of course.homePauses) {
      const startSec = Math.max(leaveSec, pause.fromSec);
      leaveSec = startSec + pause.durationSec;
      breaks.push({ rule: pause.rule, startSec, endSec: leaveSec });
    }
    day.leaveSec = leaveSec;
    day.arriveSec = drive(course.home, shift.id, shift, leaveSec, 0);
  };

  // Those who wait for each other in a circle, as reports can have it, do not wait for ever.
  for (let isForced = false; left.size > 0; ) {
    let isMoving = false;
    for (const c of left) {
      const { course, stops } = days[c]!;
      for (;;) {
        const at = stops.length;
        const step = course.steps[at];
        if (!step) {
          goHome(c);
          left.delete(c);
          isMoving = true;
          break;
        }
        if (open[c] === null) {
          arriveAt(c, at);
          isMoving = true;
        }
        const startSec = beginning(step, isForced);
        isForced = false;
        if (startSec === null) break;
        const { shift } = course.route;
        const finishSec = finishOf(step, shift, startSec);
        const known = finished.get(step.visit.id) ?? Number.NEGATIVE_INFINITY;
        finished.set(step.visit.id, Math.max(known, finishSec));
        stops.push({ step, ...open[c]!, startSec, finishSec });
        free[c] = finishSec + (step.visit.bufferAfterSec ?? 0);
        open[c] = null;
        isMoving = true;
      }
    }
    isForced = !isMoving;
  }
  return days;
}
