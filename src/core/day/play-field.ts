import type { TimedRoute } from '../timing/timed-plan';
import type { ProblemIndex } from '../travel/problem-index';
import { waitingTogether } from './components';
import { type Course, courseOf } from './course';
import { type DayEvent, eventsOf } from './events-of';
import type { DayFacts } from './field-facts';
import { type PlayedDay, playDays } from './play';
import type { Truth } from './truth';

/** Something that the field says in a played day; who says it late says when it was all the same. */
export interface PlayedReport {
  readonly atSec: number;
  readonly personId: string;
  readonly kind: DayEvent['kind'] | 'not-done' | 'more-time' | 'out';
  readonly visitId: string | null;
  readonly minutes: number | null;
  readonly reason: string;
}

export interface FieldOptions {
  /** Until when the field was played already, seconds from the origin. */
  readonly fromSec: number;
  readonly untilSec: number;
  readonly truth: Truth;
  /** Whether somebody has signed off. */
  readonly isOff: (personId: string) => boolean;
}

const MORE_STEP_MIN = 15;
/** Whoever sees that it takes longer says so when so much of the planned time is over. */
const SAYS_AT = 0.9;

/**
 * What the field would report between two moments, soonest first: the plan as it stands, carried out on from what was reported, by the
 * truth of a seed. Played in many small steps or in one it comes out alike, as long as nobody changes the plan in between.
 */
export function playField(
  index: ProblemIndex,
  routes: readonly TimedRoute[],
  facts: DayFacts,
  options: FieldOptions,
): PlayedReport[] {
  const out: PlayedReport[] = [];
  for (const group of waitingTogether(index, routes)) {
    const fromSec = Math.min(options.fromSec, ...group.map((r) => quietFrom(r, options) ?? options.fromSec));
    const days = playDays(
      index,
      group.map((r) => course(r, { ...facts, nowSec: fromSec }, { ...options, fromSec })),
      { nowSec: fromSec, mayPull: true, draw: drawWithFailures(options.truth) },
    );
    for (const day of days) out.push(...reportsOf(day, facts, { ...options, fromSec }));
  }
  return out
    .filter((r) => r.atSec <= options.untilSec)
    .sort((a, b) => a.atSec - b.atSec || a.personId.localeCompare(b.personId));
}

/** Since when nothing has been heard of somebody, where that is still so or has just ended; else null. */
function quietFrom({ shift }: TimedRoute, { truth, fromSec }: FieldOptions): number | null {
  const quiet = truth.silence(shift.personId);
  if (!quiet) return null;
  const [from, until] = [shift.startSec + quiet.fromSec, shift.startSec + quiet.untilSec];
  return fromSec > from && fromSec <= until ? from : null;
}

/** Nobody sets out before what was played; whoever is late leaves late. */
function course(route: TimedRoute, facts: DayFacts, { truth, fromSec }: FieldOptions): Course {
  const planned = courseOf(route, facts);
  const lateSec = truth.lateSec(route.shift.personId);
  // Before the day begins nobody waits, and whoever is done is on the way home already.
  const isFreeToGo =
    planned.begun === planned.steps.length || (planned.begun === 0 && fromSec < route.departSec);
  return {
    ...planned,
    route: { ...route, departSec: route.departSec + lateSec },
    aheadFromSec: isFreeToGo ? planned.aheadFromSec : Math.max(planned.aheadFromSec, fromSec),
  };
}

/** What fails takes as long as it takes to find out. */
function drawWithFailures(truth: Truth): Truth['draw'] {
  return {
    travel: truth.draw.travel,
    work: (step, shift, meanSec, elapsedSec) =>
      truth.failure(step.visit.id)?.sec ?? truth.draw.work(step, shift, meanSec, elapsedSec),
  };
}

function reportsOf(day: PlayedDay, facts: DayFacts, options: FieldOptions): PlayedReport[] {
  const { truth, fromSec, untilSec, isOff } = options;
  const { shift } = day.course.route;
  const { personId } = shift;
  const own = facts.shifts.get(shift.id);
  if (isOff(personId)) return [];
  const quiet = truth.silence(personId);
  const quietUntil = quiet ? shift.startSec + quiet.untilSec : null;
  const quietSince = quiet ? shift.startSec + quiet.fromSec : null;
  const broken = truth.breakdownSec(personId);
  const brokenSec = broken === null ? Number.POSITIVE_INFINITY : shift.startSec + broken;
  const all = [...breakOver(day, facts), ...saidOf(day, facts, truth)].map((r) => ({
    ...r,
    // What nobody had said by then is said now.
    atSec: Math.max(r.atSec, fromSec),
  }));
  const here = day.stops.find((s) => s.startSec <= brokenSec && s.finishSec > brokenSec);
  const spoken = all.filter((r) => r.atSec <= brokenSec || (here && r.visitId === here.step.visit.id));
  // Whoever is out ends what they are at, and no more.
  if (own?.outSec !== undefined)
    return spoken.filter((r) => r.visitId !== null && facts.visits.get(r.visitId)?.beganSec !== undefined);
  if (brokenSec <= untilSec)
    spoken.push({
      ...plain(personId),
      atSec: Math.max(brokenSec, fromSec),
      kind: 'out',
      reason: 'The van has broken down',
    });
  // Whoever is not heard of says it all afterwards.
  return spoken.filter((r) => quietSince === null || r.atSec <= quietSince || quietUntil! <= untilSec);
}

const plain = (personId: string) => ({ personId, visitId: null, minutes: null, reason: '' });

/** A day's events that were not reported yet; what cannot be done and what takes longer is said instead. */
function saidOf(day: PlayedDay, facts: DayFacts, truth: Truth): PlayedReport[] {
  const { personId } = day.course.route.shift;
  const taken = facts.shifts.get(day.course.route.shift.id);
  const out: PlayedReport[] = [];
  for (const event of eventsOf(day)) {
    const { kind, visitId, atSec } = event;
    const own = visitId === null ? undefined : facts.visits.get(visitId);
    if (kind === 'on-the-way' && (own?.onWaySec !== undefined || own?.beganSec !== undefined)) continue;
    if (kind === 'arrived' && own?.beganSec !== undefined) continue;
    if (kind === 'done' && own?.endedSec !== undefined) continue;
    if (kind === 'off' && taken?.breakBeganSec !== undefined) continue;
    const failure = kind === 'done' ? truth.failure(visitId!) : null;
    if (kind === 'done' && !failure) out.push(...moreTime(day, visitId!, facts));
    out.push({
      ...plain(personId),
      atSec,
      visitId,
      kind: failure ? 'not-done' : kind,
      reason: failure?.reason ?? '',
    });
  }
  return out;
}

/** "More time", where a visit takes clearly longer than planned and nobody has said so yet. */
function moreTime(day: PlayedDay, visitId: string, facts: DayFacts): PlayedReport[] {
  const stop = day.stops.find((s) => s.step.visit.id === visitId)!;
  const { workSec } = stop.step;
  const overSec = stop.finishSec - stop.startSec - workSec;
  if (overSec < MORE_STEP_MIN * 60 || (facts.visits.get(visitId)?.moreSec ?? 0) > 0) return [];
  return [
    {
      ...plain(day.course.route.shift.personId),
      atSec: Math.round(stop.startSec + workSec * SAYS_AT),
      kind: 'more-time',
      visitId,
      minutes: Math.ceil(overSec / 60 / MORE_STEP_MIN) * MORE_STEP_MIN,
    },
  ];
}

/** A break under way ends when it is over. */
function breakOver({ course }: PlayedDay, facts: DayFacts): PlayedReport[] {
  const { shift } = course.route;
  const own = facts.shifts.get(shift.id);
  if (own?.breakBeganSec === undefined) return [];
  const lastsSec = shift.breaks[own.breaksTaken ?? 0]?.durationSec ?? 0;
  return [{ ...plain(shift.personId), atSec: own.breakBeganSec + lastsSec, kind: 'break-ends' }];
}
