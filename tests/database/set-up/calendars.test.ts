import { newestCommand } from '@/db/repositories/shared/commands';
import { readMany } from '@/db/repositories/shared/schedule';
import { exportCalendar, readCalendarFile } from '@/server/set-up/calendars/calendar-file';
import { fetchCalendar } from '@/server/set-up/calendars/fetch-calendar';
import { takeCalendar, withDays, withHolidays } from '@/server/set-up/calendars/keep-reading';
import { readCalendar } from '@/server/set-up/calendars/read-calendar';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { createObject } from '@/server/shared/objects/save-object';
import { standInCalendar } from '@/server/stand-ins/calendars';
import { asAnalyst, change, make, somebody } from '../../support/set-up';

const day = (date: string, startMin = 0, endMin = 1440) => ({ date, startMin, endMin, title: 'Course' });

describe('calendars that are read again and again', () => {
  it('take back what they brought, and leave alone what people entered', () => {
    const own = {
      id: 'own',
      date: '2026-06-11',
      kind: 'off' as const,
      startMin: 0,
      endMin: 1440,
      reason: 'Mine',
    };
    const first = withDays([own], [], [day('2026-06-10'), day('2026-06-11'), day('2026-06-12', 600, 660)]);
    expect(first.map((e) => [e.date, e.startMin, e.reason])).toEqual([
      ['2026-06-11', 0, 'Mine'],
      ['2026-06-10', 0, 'Course'],
      ['2026-06-12', 600, 'Course'],
    ]);
    const brought = [day('2026-06-10'), day('2026-06-12', 600, 660)].map(({ title: _t, ...d }) => d);
    expect(withDays(first, brought, [day('2026-06-13')]).map((e) => e.date)).toEqual([
      '2026-06-11',
      '2026-06-13',
    ]);
    expect(
      withHolidays(
        [{ date: '2026-06-18', name: 'Mine' }],
        [],
        [day('2026-06-18'), day('2026-06-01'), day('2026-06-02', 0, 60)],
      ),
    ).toEqual([
      { date: '2026-06-01', name: 'Course' },
      { date: '2026-06-18', name: 'Mine' },
    ]);
  });

  it('a person gets the time off of theirs, as one command that can be undone', () =>
    asAnalyst(async (unit) => {
      await make(unit, 'technicians', 'somebody', somebody('Somebody Else'));
      await make(unit, 'calendars', 'meetings', {
        name: 'Meetings',
        address: '/stand-ins/calendars/meetings.ics',
        technicianId: 'somebody',
      });
      const [calendar] = await readMany(unit.transaction, 'calendars', ['meetings']);
      const brought = await takeCalendar(unit, calendar!, standInCalendar('meetings.ics')!, []);
      const person = await readObject(unit, 'technicians', 'somebody');
      const off = person.exceptions as { date: string; startMin: number; reason: string }[];
      expect(off.find((e) => e.date === '2026-06-11')).toMatchObject({
        startMin: 900,
        reason: 'Team meeting',
      });
      const course = off.filter((e) => e.reason === 'Course on high voltage');
      expect(course.map((e) => e.date).sort()).toEqual(['2026-06-22', '2026-06-23']);
      expect(off.some((e) => e.reason === 'Birthday')).toBe(false);
      // Read again with nothing new it changes nothing, and leaves no command.
      const stamp = await newestCommand(unit.transaction);
      expect(await takeCalendar(unit, calendar!, standInCalendar('meetings.ics')!, brought)).toEqual(brought);
      expect((await readObject(unit, 'technicians', 'somebody')).version).toBe(person.version);
      await undoCommand(unit, stamp);
      expect((await readObject(unit, 'technicians', 'somebody')).exceptions).toEqual([]);
    }));

  it('a territory gets its holidays', () =>
    asAnalyst(async (unit) => {
      await make(unit, 'calendars', 'feasts', {
        name: 'Feasts',
        address: '/stand-ins/calendars/feasts.ics',
        territoryId: 'north',
      });
      const [calendar] = await readMany(unit.transaction, 'calendars', ['feasts']);
      await takeCalendar(unit, calendar!, standInCalendar('feasts.ics')!, []);
      expect((await readObject(unit, 'territories', 'north')).holidays).toEqual([
        { date: '2026-06-18', name: 'Feast of the Two Lamps' },
        { date: '2026-09-07', name: 'Day of the Nets' },
      ]);
    }));

  it('is for a person or for a territory, at an address', () =>
    asAnalyst(async (unit) => {
      const problems = async (value: Record<string, unknown>) =>
        createObject(unit, 'calendars', { value: { name: 'X', ...value } }).then(
          () => null,
          (cause) => cause.facts.problems.map((p: { path: string; code: string }) => `${p.path} ${p.code}`),
        );
      expect(await problems({ address: 'ftp://x', technicianId: 'tech-13' })).toEqual([
        'address calendar-address',
      ]);
      expect(await problems({ address: '//evil.example/x', technicianId: 'tech-13' })).toEqual([
        'address calendar-address',
      ]);
      expect(await problems({ address: '/x' })).toEqual(['technicianId one-of-two']);
      expect(await problems({ address: '/x', technicianId: 'tech-13', territoryId: 'quay' })).toEqual([
        'technicianId one-of-two',
      ]);
    }));

  it.each([
    'http://192.0.2.1/x.ics',
    'http://127.0.0.1:1/x.ics',
    '/api/session',
    '/stand-ins/../api/session',
  ])('is not read from %s', async (address) =>
    expect(await fetchCalendar(address)).toEqual({ ok: false, failure: 'calendar-origin' }),
  );
});

describe('calendars as files', () => {
  it('what a person works, and when they are away, is taken out and read in again', () =>
    asAnalyst(async (unit) => {
      await make(unit, 'technicians', 'somebody', somebody('Somebody Else'));
      await change(unit, 'technicians', 'somebody', {
        exceptions: [
          { date: '2026-06-10', kind: 'off', startMin: 600, endMin: 720, reason: 'Doctor; with, signs' },
        ],
      });
      const { text } = await exportCalendar(unit, { of: 'technicians', id: 'somebody' });
      const { zone } = await readObject(unit, 'technicians', 'somebody');
      const read = await readCalendarFile(unit, Buffer.from(text), { zone, from: '2026-06-01' });
      // Working hours leave the time free; only what is away takes it.
      expect(read.days).toEqual([
        { date: '2026-06-10', startMin: 600, endMin: 720, title: 'Doctor; with, signs' },
      ]);
    }));
  it('holidays and week patterns too', () =>
    asAnalyst(async (unit) => {
      const feast = await exportCalendar(unit, { of: 'territories', id: 'westisle' });
      expect(
        readCalendar(feast.text, { zone: 'UTC', firstDate: '2026-01-01', lastDate: '2026-12-31' }),
      ).toEqual([{ date: '2026-06-18', startMin: 0, endMin: 1440, title: 'Feast of the Two Lamps' }]);
      expect((await exportCalendar(unit, { of: 'week-patterns', id: 'days' })).text).toContain(
        'RRULE:FREQ=WEEKLY',
      );
      await expect(exportCalendar(unit, { of: 'users', id: 'x' })).rejects.toThrow('not-found');
      await expect(exportCalendar(unit, { of: 'technicians', id: 'nobody' })).rejects.toThrow('not-found');
    }));
  it('a file that is none is refused', () =>
    asAnalyst(async (unit) => {
      await expect(
        readCalendarFile(unit, Buffer.from('x'), { zone: 'UTC', from: '2026-06-01' }),
      ).rejects.toThrow('invalid');
      await expect(
        readCalendarFile(unit, Buffer.from('x'), { zone: 'Mars/Rim', from: '2026-06-01' }),
      ).rejects.toMatchObject({
        facts: { problems: [{ path: 'zone' }] },
      });
    }));
});
