import { dayAsk } from '@/contract/day/day-ask';
import type { DayNeed, DayPerson, DayView, PersonState } from '@/contract/day/day-view';
import { type ExpectedRoute, instantOf } from '@/core/index';
import { readPlaces } from '@/db/repositories/day/own-day';
import { readSeenDays } from '@/db/repositories/day/papers';
import { countMessages } from '@/db/repositories/work/outbox';
import { seenBy } from '../shared/access';
import { clockIn } from '../shared/clock';
import { createNames } from '../shared/plans/broken';
import { visitOfId } from '../shared/problem/links';
import { homeOn } from '../shared/problem/memberships';
import { required } from '../shared/refusal';
import { closedNow } from '../shared/travel/closed-now';
import type { Unit } from '../shared/unit';
import { lastEnd, rawNeeds, sayNeeds } from './needs-of-day';
import { type OpenDay, openDay } from './open-day';
import { newsBetween } from './own/own-parts';
import { readPlayerView } from './player/steer-player';

/** Everything that the Day screen shows of territories that the user sees. */
export async function readDay(unit: Unit, raw: unknown): Promise<DayView> {
  const asked = required(dayAsk, raw);
  const open = await openDay(unit, asked);
  const { kept } = open.ground;
  const { data, zone } = kept.loaded;
  const { originSec } = kept.built;
  const changeable = new Set(unit.user.grants.filter((g) => g.mayChange).map((g) => g.territoryId));
  const people = await peopleOf(unit, open, asked.date);
  const needs = await sayNeeds(unit, open, asked.date, people);
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
    pace: (await clockIn(unit.transaction)).pace,
    territories: [...data.territories.values()]
      .filter((t) => asked.territoryIds.includes(t.id))
      .map((t) => ({ id: t.id, name: t.name, mayChange: changeable.has(t.id) })),
    people,
    visits: visitsOf(open, needs, people),
    needs,
    closed: await closedNow(unit),
    player: await readPlayerView(unit),
    figures: {
      onTime: begun.filter((s) => s.lateSec <= 0).length,
      begun: begun.length,
      willMiss: needs.filter((n) => n.kind === 'will-miss').length,
      runningLate: people.filter((p) =>
        p.stops.some(
          (s) => (s.state === 'planned' || s.state === 'accepted') && s.startAt - s.plannedAt > 15 * 60,
        ),
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
  if (own?.outAt != null) return 'away';
  if (own?.breakBeganAt != null) return 'break';
  if (isSilent) return 'silent';
  if (route.stops.some((s) => s.state === 'on-site')) return 'on-site';
  if (route.stops.some((s) => s.state === 'on-the-way')) return 'on-the-way';
  return own ? 'free' : 'not-begun';
}

async function peopleOf({ user, transaction }: Unit, open: OpenDay, date: string): Promise<DayPerson[]> {
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const { data } = kept.loaded;
  const seen = seenBy(user);
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const names = createNames(data);
  const at = (sec: number): number => Math.round(sec + originSec);
  const seenDays = new Map((await readSeenDays(transaction, date)).map((d) => [d.personId, d.stops]));
  const places = await readPlaces(
    transaction,
    open.expected.map((e) => e.personId),
  );
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
      const stopsNow = (r: ExpectedRoute) =>
        r.stops.flatMap((s) => {
          const id = visitOfId(s.visitId);
          const plan = stops.find((p) => p.visit.id === s.visitId);
          const beganAt = open.visits.get(s.visitId)?.beganAt ?? null;
          return id && plan ? [{ ...id, startAt: at(plan.startSec), beganAt }] : [];
        });
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
        outReason: own?.outAt != null ? own.outReason : '',
        hasSeen: hasSeen(seenDays.get(route.personId), stopsNow(route)),
        place: places.get(route.personId) ?? null,
      };
    })
    .sort((a, b) => Number(a.isCrew) - Number(b.isCrew) || a.name.localeCompare(b.name, 'en'));
}

/** Whether somebody has seen their day as it is; null where they have not seen it at all. */
function hasSeen(
  seen: Parameters<typeof newsBetween>[0] | undefined,
  now: Parameters<typeof newsBetween>[1],
): boolean | null {
  return seen === undefined ? null : newsBetween(seen, now) === null;
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

/** What remains of a visit that somebody has begun and ended without being done with it; at least a quarter of an hour. */
function leftSecOf(open: OpenDay, v: { readonly id: string; readonly durationMin: number }): number {
  const worked = [...open.visits.values()]
    .filter((f) => f.visitId === v.id && f.beganAt !== null && f.endedAt !== null)
    .reduce((sum, f) => sum + f.endedAt! - f.beganAt!, 0);
  return Math.max(900, v.durationMin * 60 - worked);
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
          leftSec: leftSecOf(open, v),
        },
      ]),
  );
}
