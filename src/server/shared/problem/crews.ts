import { MICRO, micros } from '@/contract/playbooks/playbook';
import type { Interval, Shift } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { hoursOn, stretchesOf } from './hours';
import { neighbourCovers } from './memberships';
import {
  breaksOf,
  type Day,
  depotPlace,
  homeOf,
  type ShiftContext,
  shiftAttributes,
  skillsOn,
} from './shifts';

type Crew = Stored<'crews'>;
type Technician = Stored<'technicians'>;

/** Who works in a crew on a date, the leader first; null when nobody leads it. */
export function crewOn(crew: Crew, date: string): { leaderId: string; memberIds: string[] } | null {
  if (date < crew.validFrom || (crew.validTo !== null && date > crew.validTo)) return null;
  const holds = crew.changes.filter((c) => c.validFrom <= date && date <= c.validTo);
  const named = (change: string): string[] =>
    holds.filter((c) => c.change === change).map((c) => c.technicianId);
  const away = named('away');
  const leaderId = [...named('leads'), crew.leaderId].find((id) => !away.includes(id));
  if (leaderId === undefined) return null;
  const all = [leaderId, crew.leaderId, ...crew.members.map((m) => m.technicianId), ...named('extra')];
  return { leaderId, memberIds: [...new Set(all)].filter((id) => !away.includes(id)) };
}

function covers(worked: readonly Interval[], { startSec, endSec }: Interval): boolean {
  return worked.some((w) => w.startSec <= startSec && w.endSec >= endSec);
}

/** The best level of each skill that anybody in the crew has, and the crew's own. */
function skillsOf(crew: Crew, members: readonly Technician[], date: string): Shift['skills'] {
  const best = new Map<string, number>();
  for (const { skillId, level } of [...crew.skills, ...members.flatMap((m) => skillsOn(m, date))]) {
    best.set(skillId, Math.max(level, best.get(skillId) ?? 0));
  }
  return [...best]
    .map(([skillId, level]) => ({ skillId, level }))
    .sort((a, b) => a.skillId.localeCompare(b.skillId));
}

/**
 * Shifts of a crew on one date: the hours of the crew or of who leads it, with those members who work all of
 * them. A crew of whom nobody but the leader is there still goes out, as the one person that it then is.
 */
export function crewShiftsOn(
  crew: Crew,
  people: ReadonlyMap<string, Technician>,
  day: Day,
  context: ShiftContext,
): Shift[] {
  const { data, places } = context;
  const found = crewOn(crew, day.date);
  const leader = found ? people.get(found.leaderId) : undefined;
  if (!found || !leader) return [];
  const hours = hoursOn(leader, day.date, data, crew.weekPatternId ?? leader.weekPatternId);
  const home = homeOf(leader);
  const depot = depotPlace(crew.depotId, context);
  const partsPlace = depotPlace(leader.partsDepotId, context) ?? depot;
  const end = (where: string) => (where === 'depot' && depot ? depot : home);
  const [startPlace, endPlace] = [end(crew.startsAt), end(crew.endsAt)];
  if (!startPlace || !endPlace) return [];
  return stretchesOf(hours).map((stretch, i): Shift => {
    const spans = hours.worked.filter((w) => w.startSec >= stretch.startSec && w.endSec <= stretch.endSec);
    const members = found.memberIds.flatMap((id) => {
      const member = people.get(id);
      if (!member) return [];
      const own = hoursOn(member, day.date, data).worked;
      return id === leader.id || spans.every((span) => covers(own, span)) ? [member] : [];
    });
    const aboard = [...new Set(members.flatMap((m) => m.parts.map((p) => p.partId)))].sort();
    const pay = crew.payPerHour ?? members.reduce((sum, m) => sum + (m.payPerHour ?? 0), 0);
    return {
      id: `${crew.id}@${day.date}${i > 0 ? `#${i + 1}` : ''}`,
      personId: crew.id,
      dayIx: day.ix,
      startSec: stretch.startSec - day.originSec,
      endSec: stretch.endSec - day.originSec,
      startPlaceId: places.idOf(startPlace),
      endPlaceId: places.idOf(endPlace),
      allowanceBeforeSec: leader.travelBeforeMin * 60,
      allowanceAfterSec: leader.travelAfterMin * 60,
      overtimeLimitSec: crew.overtimeLimitMin * 60,
      breaks: breaksOf(leader.breaks, stretch, day, leader.zone),
      skills: skillsOf(crew, members, day.date),
      territories: [
        { territoryId: crew.territoryId, relation: 'home' },
        ...neighbourCovers([crew.territoryId], data.territories),
      ],
      capacity: crew.loadCapacity,
      memberIds: members.map((m) => m.id),
      ...(pay > 0 ? { payPerSec: micros(pay, 3600) } : {}),
      ...(crew.outPrice === null ? {} : { outPrice: Math.round(crew.outPrice * MICRO) }),
      ...(aboard.length > 0 ? { parts: aboard } : {}),
      attributes: shiftAttributes(
        crew.attributes,
        {
          memberIds: members.map((m) => m.id),
          depotId: crew.depotId,
          aboard,
          partsDepotId: leader.partsDepotId ?? crew.depotId,
        },
        context,
      ),
      ...(partsPlace ? { partsPlaceId: places.idOf(partsPlace) } : {}),
    };
  });
}
