import { type DayFacts, type ExpectedRoute, expectDay, type ShiftFacts, type VisitFacts } from '@/core/index';
import {
  type PersonField,
  readPersonFields,
  readVisitFields,
  type VisitField,
} from '@/db/repositories/day/field';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireSight } from '../shared/access';
import { type HandGround, openHand } from '../shared/hand/hand-board';
import { partId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { spreadsOf, USUAL_SPREAD } from '../shared/spreads';
import type { Unit } from '../shared/unit';

/** A day of some territories as planned, as reported and as it is to be expected. */
export interface OpenDay {
  readonly ground: HandGround;
  readonly facts: DayFacts;
  readonly expected: readonly ExpectedRoute[];
  /** What was reported, by the ids of the core. */
  readonly visits: ReadonlyMap<string, VisitField>;
  readonly persons: ReadonlyMap<string, PersonField>;
  readonly silentSec: number;
}

const TRAVEL_SHARE = 0.15;
const PLAYS = 100;
const SEED = 1;
/** How long what is expected is kept while nothing is reported: by then it is later. */
const KEPT_SEC = 30;

const known = new WeakMap<object, { key: string; expected: readonly ExpectedRoute[] }>();

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
    });
  const shifts = new Map<string, ShiftFacts>();
  for (const shift of problem.shifts) {
    const own = persons.get(shift.personId);
    if (own)
      shifts.set(shift.id, {
        breakBeganSec: sec(own.breakBeganAt),
        breaksTaken: own.breaksTaken,
        breakEndedSec: sec(own.breakEndedAt),
      });
  }
  return { nowSec: now - originSec, visits: visitFacts, shifts };
}

/** Opens a day of territories that the user sees. */
export async function openDay(
  unit: Unit,
  { territoryIds, date }: { readonly territoryIds: readonly string[]; readonly date: string },
): Promise<OpenDay> {
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
  const mayPull = company?.pullForward ?? true;
  const key = JSON.stringify([[...visits], [...persons], Math.floor(unit.now / KEPT_SEC), mayPull]);
  const before = known.get(ground.kept);
  const spreads = spreadsOf(ground.kept);
  const expected =
    before?.key === key
      ? before.expected
      : expectDay(
          ground.kept.index,
          ground.kept.verdict.timed.routes.filter((r) => personAndDate(r.shift.id).date === date),
          facts,
          {
            travelShare: TRAVEL_SHARE,
            workShare: (kind) => spreads[kind ?? ''] ?? USUAL_SPREAD,
            plays: PLAYS,
            seed: SEED,
            mayPull,
          },
        );
  known.set(ground.kept, { key, expected });
  return { ground, facts, expected, visits, persons, silentSec: (company?.silentMin ?? 90) * 60 };
}
