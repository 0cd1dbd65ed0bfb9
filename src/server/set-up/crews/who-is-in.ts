import { z } from 'zod';
import type { CrewDays, CrewState } from '@/contract/set-up/answers/crews';
import { crew as crewKind } from '@/contract/set-up/people';
import { idText } from '@/contract/shared/fields';
import { datesFrom } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { readObject } from '../../shared/objects/read-objects';
import { DAYS_AHEAD, planAhead } from '../../shared/plans/plan-ahead';
import { crewOn } from '../../shared/problem/crews';
import { hoursOn } from '../../shared/problem/hours';
import { personAndDate } from '../../shared/problem/make-shifts';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { isOn } from '../doubts/look';
import { worldOf } from '../effect/try-change';

const asked = z.strictObject({ id: idText.nullable(), value: crewKind.schema });
const NOTHING: CrewDays = { dates: [], works: [], leaderless: [], people: [] };

function orNobody(cause: unknown): null {
  if (cause instanceof Refusal && cause.code === 'not-found') return null;
  throw cause;
}

/** Who of a crew, as it is or would be, is in on each of the next days, who leads it, and what clashes with it. */
export async function whoIsIn(unit: Unit, raw: unknown): Promise<CrewDays> {
  requireRight(unit, 'read', 'crews');
  const { id, value } = required(asked, raw);
  const ahead = await planAhead(unit);
  if (!ahead) return NOTHING;
  const { data, verdict } = worldOf(ahead.kept);
  const crew = { ...value, id: id ?? 'new', version: 1, archivedAt: null } as Stored<'crews'>;
  const dates = datesFrom(ahead.firstDate, DAYS_AHEAD);
  const named = [
    ...new Set([
      crew.leaderId,
      ...crew.members.map((m) => m.technicianId),
      ...crew.changes.map((c) => c.technicianId),
    ]),
  ];
  const people: Stored<'technicians'>[] = [];
  for (const technicianId of named) {
    // Whoever is out of sight is left out, as if there were nobody of that id.
    const person = await readObject(unit, 'technicians', technicianId).catch(orNobody);
    if (person) people.push(person as unknown as Stored<'technicians'>);
  }
  const ofItself = new Set([crew.leaderId, ...crew.members.map((m) => m.technicianId)]);
  const others = data.crews.filter((c) => c.id !== crew.id);
  const visits = new Map<string, number>();
  for (const { shift, stops } of verdict.timed.routes) {
    const { personId, date } = personAndDate(shift.id);
    const own = stops.filter((s) => !s.visit.id.includes('~')).length;
    visits.set(`${personId} ${date}`, (visits.get(`${personId} ${date}`) ?? 0) + own);
  }
  const leader = people.find((p) => p.id === crew.leaderId);
  const patternId = crew.weekPatternId ?? leader?.weekPatternId ?? null;
  const works = dates.map(
    (date) =>
      isOn(crew, date) &&
      leader !== undefined &&
      hoursOn({ ...leader, exceptions: [] }, date, data, patternId).planned.length > 0,
  );
  const stateOn = (
    person: Stored<'technicians'>,
    date: string,
    isWorkday: boolean,
  ): [CrewState | null, string] => {
    const found = crewOn(crew, date);
    const isAway = crew.changes.some(
      (c) => c.technicianId === person.id && c.change === 'away' && c.validFrom <= date && date <= c.validTo,
    );
    if (!found && !isAway && ofItself.has(person.id) && isWorkday) return ['in', ''];
    if (!found?.memberIds.includes(person.id)) return [isAway ? 'away' : null, ''];
    if (!isWorkday) return [found.leaderId === person.id ? 'leads' : 'in', ''];
    const hours = hoursOn(person, date, data, crew.weekPatternId ?? person.weekPatternId);
    if (!person.active || hours.worked.length === 0) return ['off', ''];
    const other = others.find((c) => crewOn(c, date)?.memberIds.includes(person.id));
    if (other) return ['other-crew', other.name];
    const own = visits.get(`${person.id} ${date}`) ?? 0;
    if (own > 0) return ['own-visits', String(own)];
    return [found.leaderId === person.id ? 'leads' : 'in', ''];
  };
  return {
    dates,
    works,
    leaderless: dates.filter((date, i) => works[i] && crewOn(crew, date) === null),
    people: named.flatMap((personId) => {
      const person = people.find((p) => p.id === personId);
      if (!person) return [];
      const states = dates.map((date, i) => stateOn(person, date, works[i]!));
      return [
        { id: personId, name: person.name, states: states.map(([s]) => s), facts: states.map(([, f]) => f) },
      ];
    }),
  };
}
