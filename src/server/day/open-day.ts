import {
  type DayFacts,
  type ExpectedRoute,
  expectDay,
  type ShiftFacts,
  type VisitFacts,
  waitingTogether,
} from '@/core/index';
import {
  type PersonField,
  readPersonFields,
  readVisitFields,
  type VisitField,
} from '@/db/repositories/day/field';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireSight } from '../shared/access';
import { type HandGround, openHand } from '../shared/hand/hand-board';
import type { KeptPlan } from '../shared/judged-plans';
import { partId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { spreadsOf, USUAL_SPREAD } from '../shared/spreads';
import type { Unit } from '../shared/unit';

/** A day of some territories as planned and as reported. */
export interface ReportedDay {
  readonly territoryIds: readonly string[];
  readonly ground: HandGround;
  readonly facts: DayFacts;
  /** What was reported, by the ids of the core. */
  readonly visits: ReadonlyMap<string, VisitField>;
  readonly persons: ReadonlyMap<string, PersonField>;
  readonly silentSec: number;
  /** Whether what follows an early finish may begin sooner. */
  readonly mayPull: boolean;
}

/** With what is to be expected of it. */
export interface OpenDay extends ReportedDay {
  readonly expected: readonly ExpectedRoute[];
}

export const TRAVEL_SHARE = 0.15;
const PLAYS = 100;
const SEED = 1;
/** How long what is expected is kept while nothing is reported: by then it is later. */
const KEPT_SEC = 30;

interface Known {
  readonly key: string;
  readonly expected: readonly ExpectedRoute[];
  /** By what the routes that wait for each other follow from: a report concerns few of them. */
  readonly parts: ReadonlyMap<string, readonly ExpectedRoute[]>;
}

/** What is expected goes with the plan that it is about. */
const known = new WeakMap<KeptPlan, Known>();

function factsOf(
  { kept }: HandGround,
  now: number,
  visits: ReadonlyMap<string, VisitField>,
  persons: ReadonlyMap<string, PersonField>,
): DayFacts {
  const { originSec, problem } = kept.built;
  const sec = (at: number | null): number | undefined => (at === null ? undefined : at - originSec);
  const visitFacts = new Map<string, VisitFacts>();
  for (const [id, f] of visits)
    visitFacts.set(id, {
      state: f.state,
      onWaySec: sec(f.onWayAt),
      beganSec: sec(f.beganAt),
      endedSec: sec(f.endedAt),
      moreSec: f.moreMin * 60,
      lateSec: f.lateMin * 60,
    });
  const shifts = new Map<string, ShiftFacts>();
  for (const shift of problem.shifts) {
    const own = persons.get(shift.personId);
    if (own)
      shifts.set(shift.id, {
        breakBeganSec: sec(own.breakBeganAt),
        breaksTaken: own.breaksTaken,
        breakEndedSec: sec(own.breakEndedAt),
        outSec: sec(own.outAt),
      });
  }
  return { nowSec: now - originSec, visits: visitFacts, shifts };
}

interface DayAsk {
  readonly territoryIds: readonly string[];
  readonly date: string;
}

/** Opens a day of territories that the user sees. */
export async function openDay(unit: Unit, ask: DayAsk): Promise<OpenDay> {
  const day = await openReported(unit, ask);
  return { ...day, expected: expectedOf(day.ground, day.facts, { date: ask.date, mayPull: day.mayPull }) };
}

/** A day of territories that the user sees as it is planned and reported, without what follows from it. */
export async function openReported(unit: Unit, { territoryIds, date }: DayAsk): Promise<ReportedDay> {
  requireSight(unit, 'day', territoryIds);
  const ground = await openHand(unit, {
    territoryIds: [...territoryIds],
    firstDate: date,
    lastDate: date,
  });
  const visits = new Map(
    (await readVisitFields(unit.transaction, date)).map((f) => [partId(f.visitId, f.part), f]),
  );
  const persons = new Map((await readPersonFields(unit.transaction, date)).map((f) => [f.personId, f]));
  const [company] = await readAll(unit.transaction, 'company');
  const facts = factsOf(ground, unit.now, visits, persons);
  return {
    territoryIds,
    ground,
    facts,
    visits,
    persons,
    silentSec: (company?.silentMin ?? 90) * 60,
    mayPull: company?.pullForward ?? true,
  };
}

/** What is to be expected of a day; worked out anew only for those whom something new concerns. */
function expectedOf(
  { kept }: HandGround,
  facts: DayFacts,
  { date, mayPull }: { readonly date: string; readonly mayPull: boolean },
): readonly ExpectedRoute[] {
  const step = Math.floor(facts.nowSec / KEPT_SEC);
  const before = known.get(kept);
  const spreads = spreadsOf(kept);
  const routes = kept.verdict.timed.routes.filter((r) => personAndDate(r.shift.id).date === date);
  const parts = new Map<string, readonly ExpectedRoute[]>();
  for (const group of waitingTogether(kept.index, routes)) {
    const key = JSON.stringify([
      step,
      mayPull,
      group.map((r) => [
        r.shift.id,
        facts.shifts.get(r.shift.id) ?? null,
        r.stops.map((s) => facts.visits.get(s.visit.id) ?? null),
      ]),
    ]);
    parts.set(
      key,
      before?.parts.get(key) ??
        expectDay(kept.index, group, facts, {
          travelShare: TRAVEL_SHARE,
          workShare: (kind) => spreads[kind ?? ''] ?? USUAL_SPREAD,
          plays: PLAYS,
          seed: SEED,
          mayPull,
        }),
    );
  }
  const key = [...parts.keys()].join('\n');
  // The same list as long as nothing in it is new: what follows from it is kept with it.
  if (before?.key === key) return before.expected;
  const expected = [...parts.values()].flat();
  known.set(kept, { key, expected, parts });
  return expected;
}
