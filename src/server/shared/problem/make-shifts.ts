import type { Shift } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { crewShiftsOn } from './crews';
import type { Places } from './places';
import type { ScheduleData } from './schedule-data';
import { type Day, lastSeenOn, shiftsOn } from './shifts';

export interface ShiftOptions {
  readonly dates: readonly string[];
  readonly originSec: number;
  readonly territoryIds: ReadonlySet<string>;
  /** Leaves out those who are planned by hand only. */
  readonly onlyOpen: boolean;
  readonly today: string | null;
  readonly places: Places;
}

/** All shifts of people and crews who have to do with the territories on the dates. */
export function makeShifts(data: ScheduleData, options: ShiftOptions): Shift[] {
  const { dates, originSec, territoryIds, places } = options;
  const context = { data, places };
  const days = dates.map((date, ix): Day => ({ date, ix, originSec }));
  const isWanted = (s: Shift): boolean => s.territories.some((m) => territoryIds.has(m.territoryId));
  const firstVisit = firstVisits(data);
  const people = new Map([...data.members, ...data.technicians].map((t) => [t.id, t]));
  const own = data.technicians
    .filter((t) => !options.onlyOpen || t.openToPlanning)
    .flatMap((t) =>
      days.flatMap((day) => {
        const first = firstVisit.get(`${t.id}@${day.date}`) ?? null;
        return shiftsOn(t, day, context, lastSeenOn(t, day.date, first, options.today)).filter(isWanted);
      }),
    );
  const busy = new Set(own.map((s) => `${s.personId}@${s.dayIx}`));
  const crews = data.crews.flatMap((crew: Stored<'crews'>) =>
    days.flatMap((day) =>
      // A crew from elsewhere still takes its members away from their own days.
      crewShiftsOn(crew, people, day, context).filter(
        (s) => isWanted(s) || s.memberIds?.some((id) => busy.has(`${id}@${s.dayIx}`)),
      ),
    ),
  );
  return [...own, ...crews];
}

/** When the first visit of each person's day begins, by "person@date", seconds since 1970. */
function firstVisits({ placements }: ScheduleData): Map<string, number> {
  const out = new Map<string, number>();
  for (const { personId, date, startAt } of placements) {
    if (personId === null || startAt === null) continue;
    const key = `${personId}@${date}`;
    out.set(key, Math.min(startAt, out.get(key) ?? startAt));
  }
  return out;
}

/** Finds the shift of a person that a start on a date falls on. */
export function shiftsByDay(shifts: readonly Shift[]) {
  const byDay = new Map<string, Shift[]>();
  for (const shift of shifts) {
    const key = dayOfShift(shift.id);
    byDay.set(key, [...(byDay.get(key) ?? []), shift]);
  }
  return (personId: string, date: string, startSec: number): Shift | undefined => {
    const candidates = byDay.get(`${personId}@${date}`) ?? [];
    return candidates.findLast((s) => s.startSec <= startSec) ?? candidates[0];
  };
}

/** "person@date" of a shift: a day cut in two has two shifts. */
export function dayOfShift(shiftId: string): string {
  return shiftId.split('#')[0] ?? shiftId;
}

/** Person and date of a shift. */
export function personAndDate(shiftId: string): { personId: string; date: string } {
  const day = dayOfShift(shiftId);
  const at = day.lastIndexOf('@');
  return { personId: day.slice(0, at), date: day.slice(at + 1) };
}
