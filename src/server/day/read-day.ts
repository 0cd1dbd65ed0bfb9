import { dayAsk } from '@/contract/day/day-ask';
import type { DayNeed, DayPerson, DayView, PersonState } from '@/contract/day/day-view';
import { type ExpectedRoute, instantOf, needsOf } from '@/core/index';
import { countMessages } from '@/db/repositories/work/outbox';
import { seenBy } from '../shared/access';
import { clockStands } from '../shared/clock';
import { createNames } from '../shared/plans/broken';
import { visitOfId } from '../shared/problem/links';
import { homeOn } from '../shared/problem/memberships';
import { required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { type OpenDay, openDay } from './open-day';

/** The most urgent work that there is. */
const EMERGENCY_PRIORITY = 1;

/** Everything that the Day screen shows of territories that the user sees. */
export async function readDay(unit: Unit, raw: unknown): Promise<DayView> {
  const asked = required(dayAsk, raw);
  const open = await openDay(unit, asked);
  const { kept } = open.ground;
  const { data, zone } = kept.loaded;
  const { originSec } = kept.built;
  const changeable = new Set(unit.user.grants.filter((g) => g.mayChange).map((g) => g.territoryId));
  const people = peopleOf(unit, open, asked.date);
  const needs = allNeeds(unit, open, asked.date, people);
  const stops = people.flatMap((p) => p.stops).filter((s) => s.visitId !== '');
  const windowsOf = (id: string) => data.visits.find((v) => v.id === id)?.windows ?? [];
  const begun = stops.filter(
    (s) => (s.state === 'on-site' || s.state === 'done') && windowsOf(s.visitId).length > 0,
  );
  const messages = await countMessages(unit.transaction, [...seenBy(unit.user)], originSec, unit.now);
  return {
    date: asked.date,
    zone,
    now: unit.now,
    nowStands: clockStands(),
    territories: [...data.territories.values()]
      .filter((t) => asked.territoryIds.includes(t.id))
      .map((t) => ({ id: t.id, name: t.name, mayChange: changeable.has(t.id) })),
    people,
    visits: visitsOf(open, needs, people),
    needs,
    figures: {
      onTime: begun.filter((s) => s.lateSec <= 0).length,
      begun: begun.length,
      willMiss: needs.filter((n) => n.kind === 'will-miss').length,
      runningLate: people.filter((p) =>
        p.stops.some((s) => s.state === 'planned' && s.startAt - s.plannedAt > 15 * 60),
      ).length,
      done: stops.filter((s) => s.state === 'done').length,
      all: stops.length,
      overtimeSec: people.reduce((sum, p) => sum + p.overtimeSec, 0),
      loose: looseToday(unit, open, asked.date),
      ...messages,
    },
  };
}

function stateOf(open: OpenDay, route: ExpectedRoute, isSilent: boolean): PersonState {
  const own = open.persons.get(route.personId);
  if (own?.offAt != null) return 'home';
  if (own?.breakBeganAt != null) return 'break';
  if (isSilent) return 'silent';
  if (route.stops.some((s) => s.state === 'on-site')) return 'on-site';
  if (route.stops.some((s) => s.state === 'on-the-way')) return 'on-the-way';
  return own ? 'free' : 'not-begun';
}

function peopleOf({ user }: Unit, open: OpenDay, date: string): DayPerson[] {
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const { data } = kept.loaded;
  const seen = seenBy(user);
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const names = createNames(data);
  const at = (sec: number): number => Math.round(sec + originSec);
  const planned = new Map(kept.verdict.timed.routes.map((r) => [r.shift.id, r]));
  const silent = new Set(
    rawNeeds(open)
      .filter((n) => n.kind === 'silent')
      .map((n) => n.shiftId),
  );
  return open.expected
    .map((route): DayPerson => {
      const { shift, stops } = planned.get(route.shiftId)!;
      const person = data.technicians.find((t) => t.id === route.personId);
      const crew = data.crews.find((c) => c.id === route.personId);
      const own = open.persons.get(route.personId);
      return {
        id: route.personId,
        name: names.person(route.personId),
        zone: person?.zone ?? kept.loaded.zone,
        territoryId: crew?.territoryId ?? (person ? (homeOn(person, date) ?? '') : ''),
        phone: person?.phone ?? '',
        isCrew: crew !== undefined,
        state: stateOf(open, route, silent.has(route.shiftId)),
        heardAt: own?.heardAt ?? null,
        shiftStart: at(shift.startSec),
        shiftEnd: at(shift.endSec),
        stops: route.stops.map((s) => {
          const id = visitOfId(s.visitId);
          const row = id ? rows.get(id.visitId) : undefined;
          const isShown = row?.territoryId != null && seen.has(row.territoryId);
          const plan = stops.find((p) => p.visit.id === s.visitId)!;
          return {
            visitId: isShown ? id!.visitId : '',
            part: id?.part ?? 1,
            state: s.state,
            plannedAt: at(plan.startSec),
            plannedUntil: at(plan.finishSec),
            startAt: at(s.startSec),
            finishAt: at(s.finishSec),
            arriveAt: at(s.arriveSec),
            lateSec: isShown && row.windows.length > 0 ? Math.max(0, at(s.startSec) - lastEnd(row)) : 0,
            chance: s.chance,
            reason: isShown ? (open.visits.get(s.visitId)?.reason ?? '') : '',
          };
        }),
        breaks: route.breaks.map((b) => ({
          startAt: at(b.startSec),
          endAt: at(b.endSec),
          latestAt: Number.isFinite(b.latestSec) ? at(b.latestSec) : at(b.startSec),
        })),
        breakBeganAt: own?.breakBeganAt ?? null,
        homeAt: at(route.arriveSec),
        overtimeSec: Math.round(route.overtimeSec),
      };
    })
    .sort((a, b) => Number(a.isCrew) - Number(b.isCrew) || a.name.localeCompare(b.name, 'en'));
}

const lastEnd = (row: { readonly windows: readonly { readonly endAt: number }[] }): number =>
  Math.max(...row.windows.map((w) => w.endAt));

function rawNeeds(open: OpenDay) {
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v]));
  return needsOf(open.expected, open.facts, {
    silentSec: open.silentSec,
    shiftOf: (id) => kept.index.shiftById.get(id)!,
    promisedUntil: (id) => {
      const row = rows.get(visitOfId(id)?.visitId ?? '');
      return row && row.windows.length > 0 ? lastEnd(row) - originSec : null;
    },
    heardSec: (id) => {
      const own = open.persons.get(kept.index.shiftById.get(id)!.personId);
      return own ? own.heardAt - originSec : null;
    },
  });
}

/** What needs somebody, in the territories that they have; emergencies without a place among it. */
function allNeeds(unit: Unit, open: OpenDay, date: string, people: readonly DayPerson[]): DayNeed[] {
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const shown = new Set(people.flatMap((p) => p.stops.map((s) => s.visitId)));
  const own = rawNeeds(open).flatMap((n): DayNeed[] => {
    const { personId } = kept.index.shiftById.get(n.shiftId)!;
    const id = n.visitId === null ? null : visitOfId(n.visitId);
    if (n.visitId !== null && (id === null || !shown.has(id.visitId))) return [];
    return [
      {
        key: `${n.kind} ${n.visitId ?? personId} ${date}`,
        kind: n.kind,
        at: Math.round(n.atSec + originSec),
        personId,
        visitId: id?.visitId ?? null,
        part: id?.part ?? null,
        minutes: Math.round(n.sec / 60),
      },
    ];
  });
  const seen = seenBy(unit.user);
  const loose = new Set(kept.verdict.timed.unplanned.map((v) => visitOfId(v.id)?.visitId));
  const emergencies = kept.loaded.data.visits.flatMap((v): DayNeed[] =>
    loose.has(v.id) && v.priority === EMERGENCY_PRIORITY && v.territoryId !== null && seen.has(v.territoryId)
      ? [
          {
            key: `emergency ${v.id} ${date}`,
            kind: 'emergency',
            at: v.dueAt,
            personId: null,
            visitId: v.id,
            part: 1,
            minutes: Math.round((unit.now - v.receivedAt) / 60),
          },
        ]
      : [],
  );
  return [...own, ...emergencies].sort((a, b) => a.at - b.at || a.key.localeCompare(b.key));
}

/** Loose ends in the user's territories that are due until the end of the day. */
function looseToday(unit: Unit, { ground }: OpenDay, date: string): number {
  const { data, zone } = ground.kept.loaded;
  const seen = seenBy(unit.user);
  const loose = new Set(ground.kept.verdict.timed.unplanned.map((v) => visitOfId(v.id)?.visitId));
  const until = instantOf(date, 1440, zone);
  return data.visits.filter(
    (v) => loose.has(v.id) && v.dueAt <= until && v.territoryId !== null && seen.has(v.territoryId),
  ).length;
}

/** What is said of visits that are shown: by what they are and where. */
function visitsOf(open: OpenDay, needs: readonly DayNeed[], people: readonly DayPerson[]): DayView['visits'] {
  const { data } = open.ground.kept.loaded;
  const names = createNames(data);
  const wanted = new Set([
    ...people.flatMap((p) => p.stops.map((s) => s.visitId)),
    ...needs.flatMap((n) => n.visitId ?? []),
  ]);
  return Object.fromEntries(
    data.visits
      .filter((v) => wanted.has(v.id))
      .map((v) => [
        v.id,
        {
          label: names.visit(v.id).label,
          workOrderId: v.workOrderId,
          jobKind: data.kinds.get(v.jobKindId)?.name ?? v.jobKindId,
          site: v.site,
          windows: v.windows.map((w) => ({ startAt: w.startAt, endAt: w.endAt })),
          priority: v.priority,
        },
      ]),
  );
}
