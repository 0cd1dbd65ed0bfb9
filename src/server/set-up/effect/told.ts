import type { ToldShift, ToldView } from '@/contract/set-up/answers/effect';
import type { Shift } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { dayOfShift } from '../../shared/problem/make-shifts';
import type { World } from './compare';

const MICRO = 1_000_000;
const minutes = (sec: number): number => Math.round(sec / 60);
const maybeMinutes = (sec: number | undefined): number | null => (sec === undefined ? null : minutes(sec));

interface Names {
  readonly territories: ReadonlyMap<string, string>;
  readonly skills: ReadonlyMap<string, string>;
  readonly people: ReadonlyMap<string, string>;
}

function toldShift(
  shift: Shift,
  world: World,
  who: Stored<'technicians'> | Stored<'crews'>,
  names: Names,
): ToldShift {
  const at = (sec: number): number => world.built.originSec + sec;
  const km = (m: number | undefined): number | null => (m === undefined ? null : m / 1000);
  return {
    startAt: at(shift.startSec),
    endAt: at(shift.endSec),
    allowanceBeforeMin: minutes(shift.allowanceBeforeSec),
    allowanceAfterMin: minutes(shift.allowanceAfterSec),
    overtimeMin: minutes(shift.overtimeLimitSec),
    startsAt: who.startsAt,
    endsAt: who.endsAt,
    breaks: shift.breaks.map((b) => ({
      lengthMin: minutes(b.durationSec),
      fromAt: at(b.earliestSec),
      toAt: at(b.latestSec),
      isPaid: b.paid ?? false,
    })),
    skills: shift.skills
      .map((s) => ({ name: names.skills.get(s.skillId) ?? s.skillId, level: s.level }))
      .sort((a, b) => b.level - a.level || a.name.localeCompare(b.name, 'en')),
    territories: shift.territories.map((m) => ({
      name: names.territories.get(m.territoryId) ?? m.territoryId,
      relation: m.relation,
    })),
    mostVisits: shift.maxVisits ?? null,
    mostDrivingMin: maybeMinutes(shift.maxTravelSec),
    reachMin: maybeMinutes(shift.reach?.sec),
    reachKm: km(shift.reach?.m),
    firstReachMin: maybeMinutes(shift.firstReach?.sec),
    firstReachKm: km(shift.firstReach?.m),
    capacity: shift.capacity,
    payPerHour:
      shift.payPerSec === undefined ? null : Math.round(((shift.payPerSec * 3600) / MICRO) * 100) / 100,
    members: (shift.memberIds ?? []).map((id) => names.people.get(id) ?? id),
  };
}

/** What the optimizer is told about a person or a crew on a day, taken from the built problem; null for whoever is not in it. */
export function toldOf(
  world: World,
  personId: string,
  date: string,
  skillNames: ReadonlyMap<string, string>,
): ToldView | null {
  const { data, built, who } = world;
  const technician = data.technicians.find((t) => t.id === personId);
  const crew = data.crews.find((c) => c.id === personId);
  const subject = technician ?? crew;
  if (!subject) return null;
  const everybody = [...data.members, ...data.technicians];
  const names: Names = {
    skills: skillNames,
    territories: new Map([...data.territories.values()].map((t) => [t.id, t.name])),
    people: new Map(everybody.map((t) => [t.id, t.name])),
  };
  const day = `${personId}@${date}`;
  const own = built.problem.shifts.filter((s) => dayOfShift(s.id) === day);
  const crews = built.problem.shifts.filter(
    (s) => s.memberIds?.includes(personId) && s.id.includes(`@${date}`),
  );
  const crewNames = new Map(data.crews.map((c) => [c.id, c.name]));
  const could = who.visits.filter((v) => who.could(personId, v));
  return {
    date,
    zone: technician?.zone ?? everybody.find((t) => t.id === crew?.leaderId)?.zone ?? 'UTC',
    isOpen: technician?.openToPlanning ?? true,
    shifts: own.map((s) => toldShift(s, world, subject, names)),
    crews: [...new Set(crews.map((s) => crewNames.get(s.personId) ?? s.personId))],
    could: could.length,
    only: could.filter((v) => !who.anybody(v, personId)).length,
    open: who.visits.length,
  };
}
