import type { ExpectedRoute, ExpectedStop } from './expect-day';
import type { DayFacts } from './field-facts';

/** What somebody at a desk has to look after. */
export interface Need {
  readonly kind:
    | 'will-miss'
    | 'not-started'
    | 'could-not'
    | 'not-done'
    | 'break'
    | 'silent'
    | 'overtime'
    | 'free'
    | 'out';
  /** By when, or since when, seconds from the origin. */
  readonly atSec: number;
  readonly shiftId: string;
  readonly visitId: string | null;
  /** How much: late, over or free, seconds. */
  readonly sec: number;
}

export interface NeedOptions {
  /** The end of somebody's shift, and the most that they may work after it, seconds. */
  readonly shiftOf: (shiftId: string) => {
    readonly startSec: number;
    readonly endSec: number;
    readonly overtimeLimitSec: number;
  };
  /** When a window that is promised closes; null where nothing is. */
  readonly promisedUntil: (visitId: string) => number | null;
  /** When somebody was heard of; null where never. */
  readonly heardSec: (shiftId: string) => number | null;
  readonly silentSec: number;
}

/** So much later than planned something is not started. */
const OVERDUE_SEC = 15 * 60;
/** A stretch is free from so long on. */
const FREE_SEC = 45 * 60;

const isAhead = ({ state }: ExpectedStop): boolean =>
  state === 'planned' || state === 'accepted' || state === 'on-the-way';

/** What needs somebody on expected days, soonest first. What is said by one need is not said by another again. */
export function needsOf(routes: readonly ExpectedRoute[], facts: DayFacts, options: NeedOptions): Need[] {
  const { nowSec } = facts;
  const out: Need[] = [];
  for (const route of routes) {
    const { shiftId, stops } = route;
    const shift = options.shiftOf(shiftId);
    const own = facts.shifts.get(shiftId);
    const add = (kind: Need['kind'], atSec: number, sec: number, visitId: string | null = null): void =>
      void out.push({ kind, atSec, shiftId, visitId, sec });
    const left = stops.filter(isAhead);
    // Whoever is out is in no hurry any more: all that is left of their day is somebody else's.
    if (own?.outSec !== undefined) {
      if (left.length > 0) add('out', own.outSec, nowSec - own.outSec);
      continue;
    }
    const here = stops.find((s) => s.state === 'on-site');
    const heardSec = options.heardSec(shiftId);
    const since = Math.max(heardSec ?? Number.NEGATIVE_INFINITY, shift.startSec);
    // Whoever is at a long job has nothing to say before it should be over.
    const dueSec = here ? here.startSec + here.workSec : left[0]?.plannedSec;
    const isSilent =
      dueSec !== undefined &&
      nowSec > dueSec &&
      own?.breakBeganSec === undefined &&
      nowSec < shift.endSec + shift.overtimeLimitSec &&
      nowSec - since >= options.silentSec;
    if (isSilent) add('silent', since, nowSec - since, here?.visitId ?? left[0]?.visitId ?? null);
    for (const stop of stops)
      if (stop.state === 'not-done') add('could-not', stop.finishSec, nowSec - stop.finishSec, stop.visitId);
    for (const stop of left) {
      const until = options.promisedUntil(stop.visitId);
      if (until !== null && stop.startSec > until)
        add('will-miss', until, stop.startSec - until, stop.visitId);
    }
    const [next] = left;
    if (
      next &&
      !here &&
      !isSilent &&
      next.state !== 'on-the-way' &&
      own?.breakBeganSec === undefined &&
      nowSec - next.plannedSec >= OVERDUE_SEC
    )
      add('not-started', next.plannedSec, nowSec - next.plannedSec, next.visitId);
    for (const stop of left)
      if (nowSec > shift.endSec + shift.overtimeLimitSec)
        add('not-done', stop.plannedSec, nowSec - stop.plannedSec, stop.visitId);
    for (const pause of route.breaks)
      if (pause.startSec > pause.latestSec && nowSec < shift.endSec)
        add('break', pause.latestSec, pause.startSec - pause.latestSec, lastBefore(left, pause.startSec));
    if (left.length > 0 && route.overtimeSec > shift.overtimeLimitSec)
      add('overtime', shift.endSec, route.overtimeSec, left.at(-1)?.visitId ?? null);
    const freeSec = freeAhead(route, facts, shift);
    if (freeSec !== null && heardSec !== null) add('free', Math.max(nowSec, freeSec.fromSec), freeSec.sec);
  }
  return out.sort((a, b) => a.atSec - b.atSec || a.shiftId.localeCompare(b.shiftId));
}

/** What is done last before a moment, of what is still to come: given to somebody else, it makes room. */
const lastBefore = (left: readonly ExpectedStop[], atSec: number): string | null =>
  left.filter((s) => s.startSec <= atSec).at(-1)?.visitId ?? null;

/** A stretch in which somebody has nothing to do yet, from now or from when they are done; null where there is none that is worth it. */
function freeAhead(
  { stops, arriveSec }: ExpectedRoute,
  { nowSec }: DayFacts,
  shift: { readonly endSec: number },
): { readonly fromSec: number; readonly sec: number } | null {
  const last = stops.filter((s) => !s.isSkipped).at(-1);
  const isThrough = stops.every((s) => !isAhead(s) && s.state !== 'on-site');
  if (!last || !isThrough) return null;
  const fromSec = Math.max(nowSec, last.finishSec);
  const sec = shift.endSec - (arriveSec - last.finishSec) - fromSec;
  return sec >= FREE_SEC ? { fromSec, sec } : null;
}
