import {
  type DayException,
  type Interval,
  instantOf,
  intersect,
  subtract,
  weekdayOf,
  workingIntervals,
} from '@/core/index';
import type { Stored, VisitRow } from '@/db/repositories/shared/schedule';
import { homeOn } from './memberships';
import type { Needs } from './needs';
import type { ScheduleData } from './schedule-data';

type Technician = Stored<'technicians'>;
type Calendars = Pick<ScheduleData, 'patterns' | 'territories'>;

/** Changed days as the calendar knows them: several changed stretches of one date are one changed day. */
function exceptionsOf({ exceptions }: Pick<Technician, 'exceptions'>): DayException[] {
  const changed = new Map<string, { startMin: number; endMin: number }[]>();
  for (const e of exceptions) {
    if (e.kind === 'hours')
      changed.set(e.date, [...(changed.get(e.date) ?? []), { startMin: e.startMin, endMin: e.endMin }]);
  }
  return [
    ...exceptions
      .filter((e) => e.kind === 'off')
      .map((e) => ({ kind: 'off' as const, date: e.date, startMin: e.startMin, endMin: e.endMin })),
    ...[...changed].map(([date, hours]) => ({ kind: 'hours' as const, date, hours })),
  ];
}

export interface Worked {
  /** With time off taken out. */
  readonly worked: readonly Interval[];
  /** As planned, before time off. */
  readonly planned: readonly Interval[];
}

/** Hours of one person on a date by a pattern, their own unless another is given. A holiday at home is off, unless that day was given hours. */
export function hoursOn(
  technician: Technician,
  date: string,
  { patterns, territories }: Calendars,
  patternId = technician.weekPatternId,
): Worked {
  const pattern = patternId === null ? undefined : patterns.get(patternId);
  const exceptions = exceptionsOf(technician);
  const isChanged = exceptions.some((e) => e.kind === 'hours' && e.date === date);
  const home = homeOn(technician, date);
  const isHoliday =
    home !== null && (territories.get(home)?.holidays.some((h) => h.date === date) ?? false) && !isChanged;
  if (!pattern || isHoliday) return { worked: [], planned: [] };
  const zone = pattern.zone ?? technician.zone;
  return {
    worked: workingIntervals(pattern, exceptions, date, zone),
    planned: workingIntervals(
      pattern,
      exceptions.filter((e) => e.kind === 'hours'),
      date,
      zone,
    ),
  };
}

export interface Stretch extends Interval {
  readonly pause: Interval | null;
}

/**
 * Working stretches of a day. A pause that the week pattern itself has is the day's break; hours lost to
 * time off in the middle of a day cut it in two.
 */
export function stretchesOf({ worked, planned }: Worked): Stretch[] {
  const out: Stretch[] = [];
  for (const next of worked) {
    const last = out.at(-1);
    const isPatternPause =
      last &&
      !last.pause &&
      planned.some((p) => p.endSec === last.endSec) &&
      planned.some((p) => p.startSec === next.startSec);
    if (!isPatternPause) out.push({ ...next, pause: null });
    else {
      const pause = { startSec: last.endSec, endSec: next.startSec };
      out[out.length - 1] = { startSec: last.startSec, endSec: next.endSec, pause };
    }
  }
  return out;
}

/** Works out in which hours work may be done, each set of calendars once. Absolute seconds; null is always. */
export function createAccess(data: Calendars, dates: readonly string[]) {
  const byPattern = new Map<string, Interval[]>();
  const byTerritory = new Map<string, Interval[] | null>();
  const known = new Map<string, Interval[] | null>();

  const patternHours = (patternId: string, zone: string): Interval[] => {
    const pattern = data.patterns.get(patternId);
    const key = `${patternId} ${pattern?.zone ?? zone}`;
    const found = byPattern.get(key);
    if (found) return found;
    const hours = pattern
      ? dates.flatMap((date) => workingIntervals(pattern, [], date, pattern.zone ?? zone))
      : [];
    byPattern.set(key, hours);
    return hours;
  };
  const allDay = (date: string, zone: string): Interval[] =>
    workingIntervals(
      {
        weeks: [Array.from({ length: 7 }, () => [{ startMin: 0, endMin: 1440 }])],
        anchorDate: date,
      },
      [],
      date,
      zone,
    );
  const territoryHours = (id: string): Interval[] | null => {
    const found = byTerritory.get(id);
    if (found !== undefined) return found;
    const territory = data.territories.get(id);
    const isRestricted = territory && (territory.weekPatternId !== null || territory.holidays.length > 0);
    let hours: Interval[] | null = null;
    if (isRestricted) {
      const holidays = new Set(territory.holidays.map((h) => h.date));
      const open = dates.filter((d) => !holidays.has(d)).flatMap((d) => allDay(d, territory.zone));
      hours =
        territory.weekPatternId === null
          ? open
          : intersect(open, patternHours(territory.weekPatternId, territory.zone));
    }
    byTerritory.set(id, hours);
    return hours;
  };

  /** Without the hours in which a territory does not have such work; null where it has none of those. */
  const outOfQuiet = (territoryId: string, jobKindId: string): Interval[] | null => {
    const territory = data.territories.get(territoryId);
    const quiet = territory?.quietHours.filter((q) => q.jobKindId === jobKindId) ?? [];
    if (!territory || quiet.length === 0) return null;
    const { zone } = territory;
    const closed = quiet.flatMap((q) =>
      dates
        .filter((date) => q.weekdays.includes(weekdayOf(date)))
        .map((date) => ({
          startSec: instantOf(date, q.startMin, zone),
          endSec: instantOf(date, q.endMin, zone),
        })),
    );
    const all = [{ startSec: instantOf(dates[0]!, 0, zone), endSec: instantOf(dates.at(-1)!, 1440, zone) }];
    return subtract(all, closed);
  };

  /** Hours of the site, of its territory, and of such work, whichever there are. */
  return (visit: VisitRow, needs: Needs): Interval[] | null => {
    const at = needs.premises ? null : visit.accessPatternId;
    const key = JSON.stringify([at, visit.territoryId, needs.allowedPatternId, visit.zone, visit.jobKindId]);
    const found = known.get(key);
    if (found !== undefined) return found;
    const sets = [
      at === null ? null : patternHours(at, visit.zone),
      visit.territoryId === null ? null : territoryHours(visit.territoryId),
      visit.territoryId === null ? null : outOfQuiet(visit.territoryId, visit.jobKindId),
      needs.allowedPatternId === null ? null : patternHours(needs.allowedPatternId, visit.zone),
    ].filter((s) => s !== null);
    const hours = sets.length === 0 ? null : sets.reduce((a, b) => intersect(a, b));
    known.set(key, hours);
    return hours;
  };
}
