import type { CalendarStates } from '@/contract/set-up/answers/calendars';
import { stableJson } from '@/core/index';
import { type Database, inTransaction } from '@/db/connection';
import { readUserById } from '@/db/repositories/access/users';
import {
  type Brought,
  dueCalendars,
  readCalendarReads,
  writeCalendarRead,
} from '@/db/repositories/set-up/calendars';
import { lastHandOn } from '@/db/repositories/shared/commands';
import { readMany, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { clockIn } from '../../shared/clock';
import { runCommand } from '../../shared/commands/command';
import { readObject } from '../../shared/objects/read-objects';
import { prepareSave, writePrepared } from '../../shared/objects/save-object';
import { nudge } from '../../shared/queue';
import { Refusal } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { readToday } from '../read-today';
import type { Fetched } from './fetch-calendar';
import { type CalendarDay, readCalendar } from './read-calendar';

const AGAIN_MS = 3_600_000;
/** So far ahead days are brought. */
const DAYS_AHEAD = 365;

function daysLater(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

const keyOf = (d: { date: string; startMin: number; endMin: number }): string =>
  `${d.date} ${d.startMin} ${d.endMin}`;

/** Time off with what the calendar brought last time in it replaced; what people entered stays, and has the say. */
export function withDays(
  exceptions: Stored<'technicians'>['exceptions'],
  before: Brought,
  days: readonly CalendarDay[],
): Stored<'technicians'>['exceptions'] {
  const gone = new Set(before.map(keyOf));
  const own = exceptions.filter((e) => e.kind !== 'off' || !gone.has(keyOf(e)));
  const taken = new Set(own.filter((e) => e.kind === 'off').map((e) => `${e.date} ${e.startMin}`));
  const kept = new Map(exceptions.map((e) => [keyOf(e), e]));
  const fresh = days
    .filter((d) => !taken.has(`${d.date} ${d.startMin}`))
    .map(({ date, startMin, endMin, title }) => ({
      ...(kept.get(keyOf({ date, startMin, endMin }))?.id
        ? { id: kept.get(keyOf({ date, startMin, endMin }))!.id }
        : {}),
      date,
      kind: 'off' as const,
      startMin,
      endMin,
      reason: title,
    }));
  return [...own, ...fresh];
}

/** Holidays of a territory in the same way: whole days alone. */
export function withHolidays(
  holidays: Stored<'territories'>['holidays'],
  before: Brought,
  days: readonly CalendarDay[],
): Stored<'territories'>['holidays'] {
  const gone = new Set(before.map((d) => d.date));
  const own = holidays.filter((h) => !gone.has(h.date));
  const taken = new Set(own.map((h) => h.date));
  const fresh = days
    .filter((d) => d.startMin === 0 && d.endMin === 1440 && !taken.has(d.date))
    .map((d) => ({ date: d.date, name: d.title.trim().slice(0, 80) || 'Holiday' }));
  return [...own, ...fresh].sort((a, b) => a.date.localeCompare(b.date));
}

/** Whether two lists hold the same, in whatever order. */
function isSameList(a: readonly object[], b: readonly object[]): boolean {
  const texts = (list: readonly object[]): string => list.map(stableJson).sort().join();
  return texts(a) === texts(b);
}

/** Makes of a calendar what it says, as one command, in the name of whoever keeps it. */
export async function takeCalendar(
  unit: Unit,
  calendar: Stored<'calendars'>,
  text: string,
  before: Brought,
): Promise<Brought> {
  const object = calendar.technicianId === null ? 'territories' : 'technicians';
  const id = (calendar.technicianId ?? calendar.territoryId)!;
  const owner = await readObject(unit, object, id);
  const firstDate = await readToday(unit);
  const days = readCalendar(text, {
    zone: String(owner.zone),
    firstDate,
    lastDate: daysLater(firstDate, DAYS_AHEAD),
  });
  // What is past is nobody's to change any more.
  const open = before.filter((d) => d.date >= firstDate);
  const [field, now, next] =
    object === 'technicians'
      ? ([
          'exceptions',
          (owner as never as Stored<'technicians'>).exceptions,
          withDays((owner as never as Stored<'technicians'>).exceptions, open, days),
        ] as const)
      : ([
          'holidays',
          (owner as never as Stored<'territories'>).holidays,
          withHolidays((owner as never as Stored<'territories'>).holidays, open, days),
        ] as const);
  const brought = days.map(({ date, startMin, endMin }) => ({ date, startMin, endMin }));
  if (isSameList(now, next)) return brought;
  const facts = { object: 'calendars', id: calendar.id, title: calendar.name };
  await runCommand(unit, 'read-calendar', facts, async (command) => {
    const prepared = await prepareSave(unit, object, id, {
      version: owner.version,
      value: ({ id: _id, version: _version, archivedAt: _away, ...fields }) => ({ ...fields, [field]: next }),
    });
    await writePrepared(unit, command, object, prepared);
  });
  return brought;
}

function failureOf(cause: unknown): string {
  if (!(cause instanceof Refusal)) throw cause;
  const [problem] = (cause.facts.problems ?? []) as { code: string }[];
  return problem?.code ?? cause.code;
}

/** Reads one calendar and notes how that went. What is not right with it changes nothing. */
async function readOne(
  db: Database,
  id: string,
  fetchIt: (address: string) => Promise<Fetched>,
): Promise<void> {
  const at = new Date();
  const found = await inTransaction(db, 'read', async (transaction) => {
    const [calendar] = await readMany(transaction, 'calendars', [id]);
    const before = (await readCalendarReads(transaction)).find((r) => r.calendarId === id)?.brought ?? [];
    return { calendar, before };
  });
  const { calendar, before } = found;
  if (!calendar) return;
  const note = (failure: string | null, brought: Brought): Promise<void> =>
    inTransaction(db, 'write', (t) => writeCalendarRead(t, { calendarId: id, readAt: at, failure, brought }));
  const fetched = await fetchIt(calendar.address);
  if (!fetched.ok) return note(fetched.failure, before);
  try {
    await inTransaction(db, 'write', async (transaction) => {
      const keeper = await lastHandOn(transaction, 'calendars', id);
      const user = keeper === null ? null : await readUserById(transaction, keeper);
      if (!user) throw new Refusal('not-found');
      const unit = { user, transaction, now: (await clockIn(transaction)).now };
      const brought = await takeCalendar(unit, calendar, fetched.text, before);
      await writeCalendarRead(transaction, { calendarId: id, readAt: at, failure: null, brought });
    });
  } catch (cause) {
    await note(failureOf(cause), before);
  }
}

/** Reads all calendars that are due, one after the other. */
export async function readDueCalendars(
  db: Database,
  fetchIt: (address: string) => Promise<Fetched>,
): Promise<number> {
  const before = new Date(Date.now() - AGAIN_MS);
  const due = await inTransaction(db, 'read', (t) => dueCalendars(t, before));
  for (const id of due) await readOne(db, id, fetchIt);
  return due.length;
}

/** Has a calendar read as soon as a worker comes to it. */
export async function readCalendarSoon(unit: Unit, id: string): Promise<Record<string, never>> {
  requireRight(unit, 'change', 'calendars');
  const [calendar] = await readMany(unit.transaction, 'calendars', [id]);
  if (!calendar) throw new Refusal('not-found');
  const known = (await readCalendarReads(unit.transaction)).find((r) => r.calendarId === id);
  await writeCalendarRead(unit.transaction, {
    calendarId: id,
    readAt: null,
    failure: null,
    brought: known?.brought ?? [],
  });
  await nudge(unit.transaction, 'imports');
  return {};
}

/** How the last reading of each calendar went. */
export async function readCalendarStates(unit: Unit): Promise<CalendarStates> {
  requireRight(unit, 'read', 'calendars');
  const states: CalendarStates['states'] = {};
  for (const r of await readCalendarReads(unit.transaction))
    states[r.calendarId] = {
      readAt: r.readAt?.toISOString() ?? null,
      failure: r.failure,
      days: r.brought.length,
    };
  return { states };
}
