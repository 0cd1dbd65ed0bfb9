import { type CalendarDays, calendarQuery } from '@/contract/set-up/answers/calendars';
import { datesFrom, patternHours } from '@/core/index';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { readObject } from '../../shared/objects/read-objects';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { readToday } from '../read-today';
import { readCalendar } from './read-calendar';
import { type WrittenEvent, writeCalendar } from './write-calendar';

const DAYS = 365;

/** The days that a file takes in the next year, for somebody to look at before anything is saved. */
export async function readCalendarFile(unit: Unit, bytes: Buffer, raw: unknown): Promise<CalendarDays> {
  requireRight(unit, 'read', 'technicians');
  const { zone, from } = required(calendarQuery, raw);
  const lastDate = datesFrom(from, DAYS).at(-1)!;
  return { days: readCalendar(bytes.toString('utf8'), { zone, firstDate: from, lastDate }) };
}

/** A person's weeks as they repeat, and their time off from today on. */
async function ofPerson(unit: Unit, id: string): Promise<{ name: string; text: string }> {
  const value = await readObject(unit, 'technicians', id);
  const [person] = await readMany(unit.transaction, 'technicians', [id]);
  if (!person) throw new Refusal('not-found');
  const today = await readToday(unit);
  const events = person.weekPatternId === null ? [] : await patternEvents(unit, person.weekPatternId, today);
  const off = person.exceptions
    .filter((e) => e.date >= today)
    .map(
      (e, i): WrittenEvent => ({
        uid: `${id}-${e.date}-${e.kind}-${e.startMin}-${i}`,
        title: e.kind === 'off' ? e.reason || 'Off' : `Works, ${e.reason || 'other hours'}`,
        date: e.date,
        startMin: e.startMin,
        endMin: e.endMin,
        isBusy: e.kind === 'off',
      }),
    );
  const name = String(value.name);
  return { name, text: writeCalendar(name, person.zone, [...events, ...off]) };
}

/** Each stretch of each week of a pattern, repeated as often as the weeks take turns. */
async function patternEvents(unit: Unit, id: string, today: string): Promise<WrittenEvent[]> {
  const [pattern] = await readMany(unit.transaction, 'week-patterns', [id]);
  if (!pattern) return [];
  const turns = pattern.weeks.length;
  return datesFrom(today, 7 * turns).flatMap((date) =>
    patternHours(pattern, date).map(
      ({ startMin, endMin }): WrittenEvent => ({
        uid: `${id}-${date}-${startMin}`,
        title: pattern.name,
        date,
        startMin,
        endMin,
        isBusy: false,
        everyWeeks: turns,
      }),
    ),
  );
}

async function ofTerritory(unit: Unit, id: string): Promise<{ name: string; text: string }> {
  await readObject(unit, 'territories', id);
  const [territory] = await readMany(unit.transaction, 'territories', [id]);
  if (!territory) throw new Refusal('not-found');
  const events = territory.holidays.map(
    ({ date, name }): WrittenEvent => ({
      uid: `${id}-${date}`,
      title: name,
      date,
      startMin: 0,
      endMin: 1440,
      isBusy: true,
    }),
  );
  return { name: territory.name, text: writeCalendar(territory.name, territory.zone, events) };
}

async function ofPattern(unit: Unit, id: string): Promise<{ name: string; text: string }> {
  await readObject(unit, 'week-patterns', id);
  const [pattern] = await readMany(unit.transaction, 'week-patterns', [id]);
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  if (!pattern) throw new Refusal('not-found');
  const events = await patternEvents(unit, id, await readToday(unit));
  const zone = pattern.zone ?? company?.homeZone ?? 'UTC';
  return { name: pattern.name, text: writeCalendar(pattern.name, zone, events) };
}

const KINDS = { technicians: ofPerson, territories: ofTerritory, 'week-patterns': ofPattern } as const;

/** Hours of a person, holidays of a territory or a week pattern as iCalendar. */
export async function exportCalendar(
  unit: Unit,
  asked: { readonly of: string | null; readonly id: string | null },
): Promise<{ readonly name: string; readonly text: string }> {
  const kind = asked.of as keyof typeof KINDS | null;
  if (kind === null || !(kind in KINDS) || asked.id === null) throw new Refusal('not-found');
  requireRight(unit, 'read', kind);
  return KINDS[kind](unit, asked.id);
}
