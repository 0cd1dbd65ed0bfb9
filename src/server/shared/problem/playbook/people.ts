import type { FilteredPerson } from '@/contract/playbooks/filter';
import type { Stored } from '@/db/repositories/shared/schedule';
import { homeOn } from '../memberships';
import type { ScheduleData } from '../schedule-data';

type Data = Pick<ScheduleData, 'technicians' | 'crews' | 'members' | 'groups'>;

function groupsWith(ids: readonly string[], { groups }: Data): string[] {
  return groups.filter((g) => g.members.some((m) => ids.includes(m.technicianId))).map((g) => g.id);
}

/** What conditions on people look at, of everybody whose days are planned; homes are those of any of the dates. */
export function filteredPeople(data: Data, dates: readonly string[]): Map<string, FilteredPerson> {
  const people = new Map<string, FilteredPerson>();
  for (const t of [...data.members, ...data.technicians]) {
    const homes = [...new Set(dates.flatMap((date) => homeOn(t, date) ?? []))];
    people.set(t.id, {
      id: t.id,
      who: t.kind,
      homes,
      groups: groupsWith([t.id], data),
      attributes: t.attributes,
    });
  }
  for (const c of data.crews) people.set(c.id, ofCrew(c, data));
  return people;
}

function ofCrew(crew: Stored<'crews'>, data: Data): FilteredPerson {
  const ids = [crew.leaderId, ...crew.members.map((m) => m.technicianId)];
  return {
    id: crew.id,
    who: 'crew',
    homes: [crew.territoryId],
    groups: groupsWith(ids, data),
    attributes: crew.attributes,
  };
}
