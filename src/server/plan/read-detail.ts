import type { Contribution, MeasureDetail, PersonDetail, VisitDetail } from '@/contract/plan/plan-detail';
import {
  makeUp,
  OBJECTIVES,
  type Objective,
  type Parts,
  priceRoute,
  type TimedRoute,
  type TimedStop,
} from '@/core/index';
import { readVisitField } from '@/db/repositories/day/field';
import { liveVisit } from '@/db/repositories/plan/live-parts';
import { readHistoryOf } from '@/db/repositories/shared/commands';
import { readAll } from '@/db/repositories/shared/schedule';
import { seenBy } from '../shared/access';
import type { KeptPlan } from '../shared/judged-plans';
import { openPlan } from '../shared/plans/open-plan';
import { visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { needsOf } from '../shared/problem/needs';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { aboutPerson } from './about-person';

export interface Asked {
  readonly planId: string;
  readonly extent: unknown;
}

const MOST_HISTORY = 50;

interface Names {
  person(id: string): string;
  skill(id: string): string;
}

async function namesOf(unit: Unit, { loaded }: KeptPlan): Promise<Names> {
  const { data } = loaded;
  const people = new Map([...data.members, ...data.technicians, ...data.crews].map((p) => [p.id, p.name]));
  const skills = new Map((await readAll(unit.transaction, 'skills')).map((s) => [s.id, s.name]));
  return {
    person: (id) => people.get(id) ?? 'somebody outside this extent',
    skill: (id) => skills.get(id) ?? id,
  };
}

interface Place {
  readonly route: TimedRoute;
  readonly stop: TimedStop;
}

/** Where the people of a visit have it; `part` 1 unless the id names another. */
function placesOf({ verdict }: KeptPlan, coreId: string): Place[] {
  return verdict.timed.routes.flatMap((route) =>
    route.stops
      .filter((s) => s.visit.id === coreId || s.visit.id.startsWith(`${coreId}~`))
      .map((stop) => ({ route, stop })),
  );
}

/** What the place of a visit costs; what counts once for several people is counted once. */
function priceOfVisit({ verdict, index }: KeptPlan, coreId: string): Parts {
  const isOwn = (id: string | null): boolean => id === coreId || (id?.startsWith(`${coreId}~`) ?? false);
  return Object.fromEntries(
    OBJECTIVES.map((o) => {
      const own = makeUp(verdict.timed, index, o).filter((s) => isOwn(s.visitId));
      const amount = own.reduce((sum, s) => sum + s.amount, 0);
      return [o, { amount, price: own.reduce((sum, s) => sum + s.price, 0) }];
    }),
  ) as unknown as Parts;
}

async function historyOf(unit: Unit, visitId: string, names: Names): Promise<VisitDetail['history']> {
  const rows = await readHistoryOf(unit.transaction, 'live-visits', visitId, MOST_HISTORY);
  return rows.map((row) => {
    const seats = liveVisit.safeParse(row.after).data ?? [];
    const [seat] = seats;
    const people = [...new Set(seats.map((s) => names.person(s.personId)))];
    return {
      at: row.at.toISOString(),
      command: row.name,
      facts: row.facts,
      by: row.by,
      person: seat ? people.join(' and ') : null,
      startsAt: seat ? Date.parse(seat.startsAt) / 1000 : null,
    };
  });
}

/** What a visit needs, who has it at what price, and what happened to it. */
export async function readVisitDetail(unit: Unit, asked: Asked, coreId: string): Promise<VisitDetail> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const { data } = kept.loaded;
  const visitId = visitOfId(coreId)?.visitId ?? coreId;
  const row = data.visits.find((v) => v.id === visitId);
  if (!row || row.territoryId === null || !seenBy(unit.user).has(row.territoryId))
    throw new Refusal('not-found');
  const names = await namesOf(unit, kept);
  const needs = needsOf(row, data);
  const places = placesOf(kept, coreId);
  const wished = (wish: string): string[] =>
    row.wishes.filter((w) => w.wish === wish).map((w) => names.person(w.technicianId));
  const kindNames = new Map((await readAll(unit.transaction, 'equipment-kinds')).map((k) => [k.id, k.name]));
  const partNames = new Map((await readAll(unit.transaction, 'parts')).map((p) => [p.id, p.name]));
  const after = row.afterVisitId === null ? undefined : data.visits.find((v) => v.id === row.afterVisitId);
  const validTo = (personId: string, skillId: string, date: string): string | null =>
    [...data.members, ...data.technicians]
      .find((t) => t.id === personId)
      ?.skills.find(
        (s) => s.skillId === skillId && s.validFrom <= date && (s.validTo === null || s.validTo >= date),
      )?.validTo ?? null;
  return {
    id: coreId,
    workOrderId: row.workOrderId,
    summary: row.summary,
    notes: row.notes,
    address: row.address,
    zone: row.zone,
    durationMin: row.durationMin,
    earliestAt: row.earliestAt,
    dueAt: row.dueAt,
    skills: needs.skills.map((s) => ({ name: names.skill(s.skillId), level: s.level })),
    anySkill: needs.skillMode === 'any',
    held: places.map(({ route: { shift } }) => ({
      personId: shift.personId,
      person: names.person(shift.personId),
      skills: needs.skills.map((need) => ({
        name: names.skill(need.skillId),
        level: shift.skills.find((s) => s.skillId === need.skillId)?.level ?? null,
        validTo: validTo(shift.personId, need.skillId, personAndDate(shift.id).date),
      })),
    })),
    must: wished('must'),
    favoured: wished('favoured'),
    avoid: wished('avoid'),
    never: wished('never'),
    people: needs.people,
    crewOf: needs.crewOf,
    equipment: needs.equipmentKindIds.map((id) => kindNames.get(id) ?? id),
    parts: needs.partIds.map((id) => partNames.get(id) ?? id),
    premises: needs.premises?.name ?? null,
    after: row.afterVisitId === null ? null : after ? `W-${after.number}` : row.afterVisitId,
    price: places.length > 0 ? priceOfVisit(kept, coreId) : null,
    field: asked.planId === 'live' ? await fieldOf(unit, visitId, visitOfId(coreId)?.part ?? 1) : null,
    history: await historyOf(unit, visitId, names),
  };
}

async function fieldOf({ transaction }: Unit, visitId: string, part: number): Promise<VisitDetail['field']> {
  const known = await readVisitField(transaction, visitId, part);
  if (!known) return null;
  const { state, beganAt, endedAt, moreMin, lateMin, reason } = known;
  return { state, beganAt, endedAt, moreMin, lateMin, reason };
}

/** Somebody's skills, and what their days cost. */
export async function readPersonDetail(unit: Unit, asked: Asked, personId: string): Promise<PersonDetail> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const { data } = kept.loaded;
  const names = await namesOf(unit, kept);
  const technician = data.technicians.find((t) => t.id === personId);
  const crew = data.crews.find((c) => c.id === personId && seenBy(unit.user).has(c.territoryId));
  if (!technician && !crew) throw new Refusal('not-found');
  const shifts = kept.built.problem.shifts.filter((s) => s.personId === personId);
  const held = technician
    ? technician.skills.map((s) => ({ name: names.skill(s.skillId), level: s.level, validTo: s.validTo }))
    : (shifts[0]?.skills ?? []).map((s) => ({ name: names.skill(s.skillId), level: s.level, validTo: null }));
  return {
    id: personId,
    skills: held.sort((a, b) => a.name.localeCompare(b.name, 'en')),
    members: (shifts[0]?.memberIds ?? []).map(names.person),
    ...(await aboutPerson(unit, kept, (technician ?? crew)!)),
    days: kept.verdict.timed.routes
      .filter((r) => r.shift.personId === personId)
      .map((r) => ({
        shiftId: r.shift.id,
        date: personAndDate(r.shift.id).date,
        price: priceRoute(r, kept.index),
      })),
  };
}

const MOST_CONTRIBUTIONS = 200;

/** Opens a figure down to what it is made of, dearest first. */
export async function readMeasureDetail(
  unit: Unit,
  asked: Asked,
  measure: Objective,
): Promise<MeasureDetail> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const names = await namesOf(unit, kept);
  const seen = seenBy(unit.user);
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v]));
  const shown = (coreId: string): string | null => {
    const id = coreId.split('~')[0] ?? coreId;
    const territoryId = rows.get(visitOfId(id)?.visitId ?? id)?.territoryId;
    return territoryId && seen.has(territoryId) ? id : null;
  };
  const all: Contribution[] = [];
  for (const share of makeUp(kept.verdict.timed, kept.index, measure)) {
    const visitId = share.visitId === null ? null : shown(share.visitId);
    // A loose end of a territory out of sight is nobody's: nothing of it is told.
    if (share.personId === null && share.visitId !== null && visitId === null) continue;
    all.push({
      visitId,
      personId: share.personId,
      person: share.personId === null ? null : names.person(share.personId),
      date: share.shiftId === null ? null : personAndDate(share.shiftId).date,
      amount: share.amount,
      price: share.price,
    });
  }
  all.sort((a, b) => b.price - a.price || b.amount - a.amount);
  return {
    measure,
    contributions: all.slice(0, MOST_CONTRIBUTIONS),
    more: Math.max(0, all.length - MOST_CONTRIBUTIONS),
  };
}
