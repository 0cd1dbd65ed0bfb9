import type { DayNeed, DayView } from '@/contract/day/day-view';
import { depots } from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';
import { readLiveVisits, writeLiveVisit } from '@/db/repositories/plan/live-parts';
import { goOn } from '@/server/day/go-on';
import { answerLeave, askLeave } from '@/server/day/leave';
import { readDay } from '@/server/day/read-day';
import { findWays } from '@/server/day/ways/find-ways';
import { takeWay } from '@/server/day/ways/take-way';
import { takeCalendar } from '@/server/set-up/calendars/keep-reading';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { saveObject } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: '2026-06-09' };

async function change(
  unit: Unit,
  object: 'technicians' | 'depots',
  id: string,
  to: Record<string, unknown>,
): Promise<void> {
  const { id: _id, version, archivedAt: _archivedAt, ...value } = await readObject(unit, object, id);
  await saveObject(unit, object, id, { version, value: { ...value, ...to } });
}

const rulesOf = (day: DayView, personId: string): DayNeed[] =>
  day.needs.filter((n) => n.kind === 'rule' && n.personId === personId);

/** Breaks a rule for one person after the other until the day tells of it with a way out; does that and undoes it. */
async function breakAndMend(
  unit: Unit,
  rule: string,
  breakIt: (personId: string) => Promise<void>,
): Promise<{ readonly told: number; readonly mended: number }> {
  const people = (await readDay(unit, EAST)).people.filter(
    (p) => !p.isCrew && p.stops.filter((s) => s.state === 'planned' && s.visitId !== '').length >= 2,
  );
  let told = 0;
  for (const { id } of people.slice(0, 8)) {
    await breakIt(id);
    const needs = rulesOf(await readDay(unit, EAST), id).filter((n) => n.rule === rule);
    told += needs.length;
    for (const need of needs) {
      const ask = { ...EAST, visitId: need.visitId!, part: need.part! };
      const { ways } = await findWays(unit, ask);
      const way = ways.find((w) => w.kind === 'give');
      if (!way) continue;
      const before = await wholePlan(unit.transaction);
      const { commandId } = await takeWay(unit, { ...ask, key: way.key, price: way.price });
      const after = await readDay(unit, EAST);
      expect(after.needs.map((n) => n.key)).not.toContain(need.key);
      await undoCommand(unit, commandId!);
      expect(await wholePlan(unit.transaction)).toEqual(before);
      expect((await readDay(unit, EAST)).needs.map((n) => n.key)).toContain(need.key);
      return { told, mended: 1 };
    }
  }
  return { told, mended: 0 };
}

/** Somebody with something still to come, and the last of it. */
async function someoneWithMore(unit: Unit) {
  const isAhead = (s: DayView['people'][number]['stops'][number]): boolean =>
    s.state === 'planned' && s.visitId !== '';
  const { people } = await readDay(unit, EAST);
  const person = people.find((p) => !p.isCrew && p.stops.some(isAhead))!;
  return { person, stop: person.stops.filter(isAhead).at(-1)! };
}

/** An hour of somebody's calendar round a moment, as the calendar has it. */
function dentist(technicianId: string, at: number): [Parameters<typeof takeCalendar>[1], string] {
  const utc = (sec: number): string =>
    `${new Date(sec * 1000).toISOString().slice(0, 19).replaceAll(/[-:]/g, '')}Z`;
  const text = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//test',
    'BEGIN:VEVENT',
    'UID:dentist@test',
    'DTSTAMP:20260101T000000Z',
    `DTSTART:${utc(at)}`,
    `DTEND:${utc(at + 3600)}`,
    'SUMMARY:Dentist',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ].join('\r\n');
  const calendar = { id: 'own', version: 1, name: 'Own', address: '/x', technicianId, territoryId: null };
  return [calendar as Parameters<typeof takeCalendar>[1], text];
}

describe('a rule that what is still to come breaks', () => {
  it('is told with who could have it: a certificate that has ended', () =>
    asAnalyst(async (unit) => {
      const ended = await breakAndMend(unit, 'skills', async (id) => {
        const { skills } = (await readObject(unit, 'technicians', id)) as unknown as {
          skills: { validFrom: string; validTo: string | null }[];
        };
        await change(unit, 'technicians', id, {
          skills: skills
            .filter((s) => s.validFrom <= '2026-06-08')
            .map((s) => ({ ...s, validTo: '2026-06-08' })),
        });
      });
      expect(ended.told).toBeGreaterThan(0);
      expect(ended.mended).toBe(1);
    }));

  it('is told with who could have it: a part that nobody has aboard', () =>
    asAnalyst(async (unit) => {
      // Nor can it be fetched.
      for (const { id } of await rowsOf(unit.transaction, depots).find({}))
        await change(unit, 'depots', id, { parts: [] });
      const missing = await breakAndMend(unit, 'attributes', (id) =>
        change(unit, 'technicians', id, { parts: [] }),
      );
      expect(missing.told).toBeGreaterThan(0);
      expect(missing.mended).toBe(1);
    }));

  it('is told with who could have it: two visits of one person at one time', () =>
    asAnalyst(async (unit) => {
      const overlap = await breakAndMend(unit, 'travel', async (id) => {
        const { stops } = (await readDay(unit, EAST)).people.find((p) => p.id === id)!;
        const [first, second] = stops.filter((s) => s.state === 'planned' && s.visitId !== '');
        const seats = (await readLiveVisits(unit.transaction, [second!.visitId])).get(second!.visitId)!;
        const shift = first!.plannedAt + 600 - second!.plannedAt;
        const later = (at: string): string => new Date(Date.parse(at) + shift * 1000).toISOString();
        await writeLiveVisit(
          unit.transaction,
          second!.visitId,
          seats.map((s) =>
            s.personId === id
              ? { ...s, startsAt: later(s.startsAt), endsAt: later(s.endsAt!), overlapReason: 'Both at once' }
              : s,
          ),
        );
        await change(unit, 'technicians', id, { vehicle: 'A van' });
      });
      expect(overlap.told).toBeGreaterThan(0);
      expect(overlap.mended).toBe(1);
    }));

  it('is told of hours that somebody was given off with visits planned', () =>
    asAnalyst(async (unit) => {
      const { person, stop } = await someoneWithMore(unit);
      const own = await unitAs(unit.transaction, 'technician', []);
      const { id } = await askLeave(
        { ...own, user: { ...own.user, technicianId: person.id } },
        { startsAt: '2026-06-08T20:00:00Z', endsAt: '2026-06-10T04:00:00Z', reason: 'To the coast' },
      );
      await answerLeave(unit, { id, grant: true });
      const busyOf = async () =>
        (await readDay(unit, EAST)).needs.find((n) => n.kind === 'busy' && n.visitId === stop.visitId);
      expect(await busyOf()).toMatchObject({ personId: person.id, busy: { reason: 'To the coast' } });
      // A day that is gone holds it still: it comes off that, and can be placed anew.
      const ask = { ...EAST, visitId: stop.visitId, part: stop.part };
      expect((await findWays(unit, ask)).ways).toEqual([]);
      const before = await wholePlan(unit.transaction);
      const minutes = Math.round((await readDay(unit, EAST)).visits[stop.visitId]!.leftSec / 60);
      const { commandId } = await goOn(unit, {
        visitId: stop.visitId,
        part: stop.part,
        how: 'move',
        minutes,
      });
      expect(await busyOf()).toBeUndefined();
      expect((await findWays(unit, { ...ask, for: 'urgent' })).ways.length).toBeGreaterThan(0);
      await undoCommand(unit, commandId!);
      expect(await wholePlan(unit.transaction)).toEqual(before);
    }));

  it('is told of nobody whose hours are those of territories that are not looked at', () =>
    asAnalyst(async (unit) => {
      const all = ['north', 'quay', 'westisle', 'sallow', 'heights', 'farside'];
      const some = [...all.map((t) => [t]), ['sallow', 'heights', 'farside'], ['north', 'quay'], all];
      for (const date of ['2026-06-09', '2026-06-11'])
        for (const territoryIds of some) {
          const { people, needs } = await readDay(unit, { territoryIds, date });
          const shown = new Set(people.flatMap((p) => p.stops.map((s) => s.visitId)));
          const told = needs.filter((n) => n.rule === 'working-hours' && !shown.has(n.visitId ?? ''));
          expect([date, territoryIds, told]).toEqual([date, territoryIds, []]);
        }
    }));

  it('is told of what somebody’s calendar has at the time of a visit, by its name', () =>
    asAnalyst(async (unit) => {
      const { person, stop } = await someoneWithMore(unit);
      const [calendar, text] = dentist(person.id, stop.startAt);
      await takeCalendar(unit, calendar, text, []);
      const after = await readDay(unit, EAST);
      const need = after.needs.find((n) => n.kind === 'busy' && n.personId === person.id)!;
      expect(need.busy).toMatchObject({ reason: 'Dentist' });
      // It is in the way of that one or of what comes before it, and is said once of each.
      expect(person.stops.map((s) => s.visitId)).toContain(need.visitId);
      const keys = after.needs.map((n) => n.key);
      expect(new Set(keys).size).toBe(keys.length);
      expect(rulesOf(after, person.id).filter((n) => n.rule === 'working-hours')).toEqual([]);
    }));
});
