import { crewOn } from '../../shared/problem/crews';
import { hoursOn } from '../../shared/problem/hours';
import { dayOfShift, personAndDate } from '../../shared/problem/make-shifts';
import { type Finder, type Found, isOn, type Look } from './look';

type Crew = Look['world']['data']['crews'][number];

const about = (crew: Crew): Pick<Found, 'step' | 'object' | 'id' | 'title'> => ({
  step: 'crews',
  object: 'crews',
  id: crew.id,
  title: crew.name,
});

function everybody({ world }: Look) {
  return new Map([...world.data.members, ...world.data.technicians].map((t) => [t.id, t]));
}

/** Days on which a crew would work by its hours. */
function workdays(look: Look, crew: Crew): string[] {
  const people = everybody(look);
  const patternId = crew.weekPatternId ?? people.get(crew.leaderId)?.weekPatternId ?? null;
  const leader = people.get(crew.leaderId);
  if (!leader || patternId === null) return [];
  return look.dates.filter(
    (date) =>
      isOn(crew, date) &&
      hoursOn({ ...leader, exceptions: [] }, date, look.world.data, patternId).planned.length > 0,
  );
}

/** Loose crew work in the crew's territory, and what the live plan gave it on the days. */
function workOf(look: Look, crew: Crew, dates: readonly string[]) {
  const planned = look.world.verdict.timed.routes
    .filter((r) => r.shift.personId === crew.id && dates.includes(personAndDate(r.shift.id).date))
    .flatMap((r) => r.stops.map((s) => s.visit));
  const loose = look.world.who.visits.filter(
    (v) => v.crewOf !== undefined && v.territoryId === crew.territoryId && look.loose.has(v.id),
  );
  return [...new Set([...planned, ...loose])];
}

const withoutLeader: Finder = (look) => {
  const people = everybody(look);
  const { data } = look.world;
  return data.crews.flatMap((crew): Found[] => {
    const days = workdays(look, crew).filter((date) => {
      const found = crewOn(crew, date);
      const leader = found ? people.get(found.leaderId) : undefined;
      if (!leader?.active) return true;
      const hours = hoursOn(leader, date, data, crew.weekPatternId ?? leader.weekPatternId);
      return hours.worked.length === 0;
    });
    if (days.length === 0) return [];
    return [
      {
        code: 'crew-no-leader',
        ...about(crew),
        facts: {
          from: days[0]!,
          to: days.at(-1)!,
          days: days.length,
          leader: people.get(crew.leaderId)?.name ?? '',
        },
        visits: workOf(look, crew, days),
      },
    ];
  });
};

/** Members who are off while the crew works. */
const memberOff: Finder = (look) => {
  const people = everybody(look);
  const byDay = new Map(
    look.world.built.problem.shifts.filter((s) => s.memberIds).map((s) => [dayOfShift(s.id), s]),
  );
  return look.world.data.crews.flatMap((crew) => {
    const off = new Map<string, string[]>();
    for (const date of look.dates) {
      const named = crewOn(crew, date)?.memberIds ?? [];
      const there = byDay.get(`${crew.id}@${date}`)?.memberIds;
      if (!there) continue;
      for (const id of named.filter((x) => !there.includes(x))) off.set(id, [...(off.get(id) ?? []), date]);
    }
    return [...off].map(
      ([id, dates]): Found => ({
        code: 'crew-member-off',
        ...about(crew),
        facts: {
          person: people.get(id)?.name ?? id,
          personId: id,
          from: dates[0]!,
          to: dates.at(-1)!,
          days: dates.length,
        },
        visits: look.world.verdict.timed.routes
          .filter((r) => r.shift.personId === crew.id && dates.includes(personAndDate(r.shift.id).date))
          .flatMap((r) => r.stops.map((s) => s.visit))
          .filter((v) => v.crewOf !== undefined),
      }),
    );
  });
};

const sharedMember: Finder = (look) => {
  const people = everybody(look);
  const { crews } = look.world.data;
  return crews.flatMap((a, i) =>
    crews.slice(i + 1).flatMap((b): Found[] => {
      const clash = look.dates.flatMap((date) => {
        const [one, other] = [crewOn(a, date), crewOn(b, date)];
        const shared = one?.memberIds.find((id) => other?.memberIds.includes(id));
        return shared ? [{ date, shared }] : [];
      });
      const [first] = clash;
      if (!first) return [];
      return [
        {
          code: 'crew-shared-member',
          ...about(a),
          facts: {
            person: people.get(first.shared)?.name ?? first.shared,
            personId: first.shared,
            other: b.name,
            from: first.date,
            to: clash.at(-1)!.date,
          },
          visits: [],
        },
      ];
    }),
  );
};

export const CREW_DOUBTS: readonly Finder[] = [withoutLeader, memberOff, sharedMember];
