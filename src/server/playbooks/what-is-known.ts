import type { Known } from '@/contract/playbooks/doubts';
import { fits, fitsPerson } from '@/contract/playbooks/filter';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { datesFrom, daysBetween } from '@/core/index';
import type { BuiltProblem } from '../shared/problem/build-problem';
import { needsOf } from '../shared/problem/needs';
import { filteredPeople } from '../shared/problem/playbook/people';
import { filteredWork } from '../shared/problem/playbook/work-rules';
import type { ScheduleData } from '../shared/problem/schedule-data';

/** Shortest time between the end of one day and the beginning of the next of anybody, minutes; 0 where there is none. */
function shortestNight({ problem }: BuiltProblem): number {
  const ends = new Map<string, { dayIx: number; endSec: number }>();
  let shortest = Number.POSITIVE_INFINITY;
  for (const s of [...problem.shifts].sort((a, b) => a.startSec - b.startSec)) {
    const last = ends.get(s.personId);
    if (last && last.dayIx < s.dayIx) shortest = Math.min(shortest, s.startSec - last.endSec);
    ends.set(s.personId, { dayIx: s.dayIx, endSec: s.endSec });
  }
  return Number.isFinite(shortest) ? Math.round(shortest / 60) : 0;
}

/** What there is of the things that some prices and rules are about. */
export function whatIsKnown(
  data: ScheduleData,
  built: BuiltProblem,
  content: PlaybookContent,
  extent: { readonly firstDate: string; readonly lastDate: string },
): Known {
  const { shifts, visits } = built.problem;
  const relations = new Set(shifts.flatMap((s) => s.territories.map((t) => t.relation)));
  const places = new Map<string, number>();
  for (const v of visits) places.set(v.placeId, (places.get(v.placeId) ?? 0) + 1);
  const dates = datesFrom(extent.firstDate, daysBetween(extent.firstDate, extent.lastDate) + 1);
  const people = [...filteredPeople(data, dates).values()];
  const work = data.visits.map((v) => filteredWork(v, needsOf(v, data)));
  return {
    hasCovers: relations.has('cover'),
    hasLoans: relations.has('loan'),
    hasFavoured: visits.some((v) => v.favouredPersonIds.length > 0),
    hasAvoided: visits.some((v) => (v.avoidPersonIds ?? []).length > 0),
    hasNormalWeeks: data.technicians.some((t) => t.weekDearerAfterMin !== null),
    hasSharedSites: [...places.values()].some((n) => n > 1),
    hasPay: data.technicians.some((t) => t.payPerHour !== null),
    personKeys: new Set(shifts.flatMap((s) => Object.keys(s.attributes ?? {}))),
    longestDayMin: Math.round(Math.max(0, ...shifts.map((s) => s.endSec - s.startSec)) / 60),
    shortestNightMin: shortestNight(built),
    isMet: (i) => {
      const exception = content.exceptions[i]!;
      return exception.price === 'overtimeHour' || exception.price === 'personOut'
        ? people.some((p) => fitsPerson(exception.appliesTo, p))
        : work.some((w) => fits(exception.appliesTo, w));
    },
  };
}
