import ICAL from 'ical.js';
import { makeCalendarLink, readOwnCalendar } from '@/server/day/own/own-calendar';
import { readOwnDay } from '@/server/day/own/read-own-day';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

describe('a technician’s own calendar', () => {
  it('has their visits for whoever holds the address, as any reader of RFC 5545 reads them', () =>
    asAnalyst(async (unit) => {
      const base = await unitAs(unit.transaction, 'technician', []);
      const own = { ...base, user: { ...base.user, technicianId: 'tech-26' } };
      const { address } = await makeCalendarLink(own, 'http://here');
      const secret = address.split('/').at(-1)!;
      const text = await readOwnCalendar(unit, secret);
      // Lines of at most 75 octets (RFC 5545 §3.1).
      for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
      const events = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent');
      const day = await readOwnDay(own, '2026-06-10');
      const starts = events.map((e) => new ICAL.Event(e).startDate.toUnixTime());
      for (const stop of day.stops) expect(starts).toContain(stop.startAt);
      expect(new Set(events.map((e) => new ICAL.Event(e).uid)).size).toBe(events.length);
      const summaries = events.map((e) => new ICAL.Event(e).summary);
      expect(summaries).toContain(`${day.stops[0]!.label} ${day.stops[0]!.what}`);
    }));

  it('is opened by the newest address only, and made by nobody but technicians', () =>
    asAnalyst(async (unit) => {
      const base = await unitAs(unit.transaction, 'technician', []);
      const own = { ...base, user: { ...base.user, technicianId: 'tech-26' } };
      const secretOf = async () => (await makeCalendarLink(own, '')).address.split('/').at(-1)!;
      const [first, second] = [await secretOf(), await secretOf()];
      expect((await refusalOf(readOwnCalendar(unit, first))).code).toBe('not-found');
      expect(await readOwnCalendar(unit, second)).toContain('BEGIN:VCALENDAR');
      expect((await refusalOf(makeCalendarLink(unit, ''))).code).toBe('not-found');
      expect((await refusalOf(readOwnCalendar(unit, 'nothing'))).code).toBe('not-found');
    }));
});
