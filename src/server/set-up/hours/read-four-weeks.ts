import { may } from '@/contract/access/permissions';
import type { FourWeeks } from '@/contract/set-up/answers/four-weeks';
import { isoDate } from '@/contract/shared/fields';
import { datesFrom, type Interval, instantOf, offsetMinutes } from '@/core/index';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readAskedHours } from '@/db/repositories/set-up/asked-hours';
import { readAll, readMany, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { addDays } from '../../shared/plans/plan-ahead';
import { hoursOn } from '../../shared/problem/hours';
import { homeOn } from '../../shared/problem/memberships';
import { required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { readToday } from '../read-today';

const WEEKS = 4;
type Technician = Stored<'technicians'>;
type Day = FourWeeks['people'][number]['days'][number];

const minutesOf = (list: readonly Interval[]): number =>
  Math.round(list.reduce((sum, i) => sum + i.endSec - i.startSec, 0) / 60);

interface Calendars {
  readonly patterns: ReadonlyMap<string, Stored<'week-patterns'>>;
  readonly territories: ReadonlyMap<string, Stored<'territories'>>;
}

function dayOf(person: Technician, date: string, calendars: Calendars): Day {
  const { worked, planned } = hoursOn(person, date, calendars);
  const [workedMin, plannedMin] = [minutesOf(worked), minutesOf(planned)];
  const own = person.exceptions.filter((e) => e.date === date);
  const home = homeOn(person, date);
  const holiday =
    home === null ? undefined : calendars.territories.get(home)?.holidays.find((h) => h.date === date);
  const isChanged = own.some((e) => e.kind === 'hours');
  const reason = own.map((e) => e.reason).find((r) => r !== '') ?? '';
  const base = { worked: workedMin, planned: plannedMin };
  if (holiday && !isChanged) return { ...base, what: 'holiday', reason: holiday.name };
  if (workedMin < plannedMin) return { ...base, what: workedMin === 0 ? 'off' : 'part-off', reason };
  if (isChanged) return { ...base, what: 'changed', reason };
  return { ...base, what: workedMin > 0 ? 'works' : 'free', reason };
}

/** Days on which a zone's clock is changed, and by how much. */
function clockChanges(dates: readonly string[], zones: readonly string[]): FourWeeks['clockChanges'] {
  return zones.flatMap((zone) =>
    dates.flatMap((date) => {
      // By noon: clocks are changed in the night, in some zones at midnight itself.
      const at = (d: string): number => offsetMinutes(instantOf(d, 720, zone), zone);
      const minutes = at(date) - at(addDays(date, -1));
      return minutes === 0 ? [] : [{ date, zone, minutes }];
    }),
  );
}

/** The Monday, or whatever the company's week begins with, at or before a date. */
function weekBegin(date: string, weekStartsOn: number): string {
  const weekday = new Date(`${date}T00:00:00Z`).getUTCDay();
  return addDays(date, -((weekday - weekStartsOn + 7) % 7));
}

/** Four weeks of everybody whom the user sees, from the week of a date on. */
export async function readFourWeeks(unit: Unit, asked: { readonly from: string | null }): Promise<FourWeeks> {
  requireRight(unit, 'read', 'technicians');
  const { transaction, user } = unit;
  const [company] = await readMany(transaction, 'company', ['company']);
  const day = asked.from === null ? await readToday(unit) : required(isoDate, asked.from);
  const dates = datesFrom(weekBegin(day, company?.weekStartsOn ?? 1), WEEKS * 7);
  const byId = <T extends { readonly id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const territories = byId(await readAll(transaction, 'territories'));
  const calendars: Calendars = { territories, patterns: byId(await readAll(transaction, 'week-patterns')) };
  const seen = seenBy(user);
  const all = await readAll(transaction, 'technicians');
  const people = all.filter(
    (t) => t.active && (t.territories.length === 0 || t.territories.some((m) => seen.has(m.territoryId))),
  );
  const rows = people
    .map((p) => {
      const homeId = homeOn(p, day);
      return {
        id: p.id,
        name: p.name,
        territory: homeId === null ? '' : (territories.get(homeId)?.name ?? ''),
        territoryId: homeId,
        hasHours: p.weekPatternId !== null,
        isOpen: p.openToPlanning,
        mayChange: may(user, 'change', 'technicians', homeId === null ? [] : [homeId]),
        days: dates.map((date) => dayOf(p, date, calendars)),
      };
    })
    .sort((a, b) => a.territory.localeCompare(b.territory, 'en') || a.name.localeCompare(b.name, 'en'));
  const hours = await readAskedHours(transaction, {
    liveId: (await readLivePlan(transaction)).id,
    territoryIds: [...seen],
    firstDate: dates[0]!,
    lastDate: dates.at(-1)!,
  });
  const zones = [...new Set(people.map((p) => p.zone))].sort();
  return {
    dates,
    people: rows,
    asked: dates.map((d) => Math.round((hours.get(d) ?? 0) * 10) / 10),
    there: dates.map(
      (_, i) =>
        Math.round(rows.filter((r) => r.isOpen).reduce((sum, r) => sum + r.days[i]!.worked, 0) / 6) / 10,
    ),
    holidays: [...territories.values()]
      .filter((t) => seen.has(t.id))
      .flatMap((t) =>
        t.holidays
          .filter((h) => dates.includes(h.date))
          .map((h) => ({ date: h.date, name: h.name, territory: t.name })),
      ),
    clockChanges: clockChanges(dates, zones),
  };
}
