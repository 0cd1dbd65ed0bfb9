import { randomUUID } from 'node:crypto';
import { toldDays } from '@/db/models/field';
import { rowsOf } from '@/db/models/table';
import { readMessages } from '@/db/repositories/work/outbox';
import { readOwnDay } from '@/server/day/own/read-own-day';
import { readDay } from '@/server/day/read-day';
import { takeReports } from '@/server/day/take-reports';
import { tellPeople } from '@/server/day/tell-people';
import { findWays } from '@/server/day/ways/find-ways';
import { takeWay } from '@/server/day/ways/take-way';
import { undoCommand } from '@/server/shared/commands/undo';
import type { Unit } from '@/server/shared/unit';
import { listMessages } from '@/server/work/messages/outbox';
import { leaveDatabase, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const DATE = '2026-06-10';
const AT = Date.UTC(2026, 5, 10, 6) / 1000;
const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: DATE };

/** What was noticed was noticed two minutes ago. */
const letItStand = (unit: Unit): Promise<unknown> =>
  rowsOf(unit.transaction, toldDays).update({}, { noticedAt: new Date(Date.now() - 120_000) });

const textsTo = async (unit: Unit, name: string) =>
  (await readMessages(unit.transaction, EAST.territoryIds, 200)).filter(
    (m) => m.event === 'your-day' && m.technician === name,
  );

/** Somebody with work to give away sees their day. */
async function seeOwnDay(
  unit: Unit,
): Promise<{ personId: string; name: string; last: string; part: number }> {
  const day = await readDay(unit, EAST);
  const person = day.people.find(
    (p) => !p.isCrew && p.stops.length > 2 && p.stops.every((s) => s.visitId !== '' && s.state === 'planned'),
  )!;
  const own = await unitAs(unit.transaction, 'technician', []);
  const technician = { ...own, now: AT, user: { ...own.user, technicianId: person.id } };
  const { stops } = await readOwnDay(technician, DATE);
  await takeReports(technician, {
    reports: [
      {
        id: randomUUID(),
        personId: person.id,
        kind: 'seen',
        at: new Date(AT * 1000).toISOString(),
        date: DATE,
        stops: stops.map((s) => ({ visitId: s.visitId, part: s.part, startAt: Math.round(s.startAt) })),
      },
    ],
  });
  const last = person.stops.at(-1)!;
  return { personId: person.id, name: person.name, last: last.visitId, part: last.part };
}

describe('a technician whose day was changed after they saw it', () => {
  it('is written to once, with what is different, when it has stood for a while', () =>
    asAnalyst(async (analyst) => {
      const unit = { ...analyst, now: AT };
      const { name, last, part } = await seeOwnDay(unit);
      expect(await tellPeople(unit)).toBe(0);
      const ask = { ...EAST, visitId: last, part };
      const { key, price } = (await findWays(unit, ask)).ways[0]!;
      const { commandId } = await takeWay(unit, { ...ask, key, price });
      // Just now: whoever tries things out writes to nobody.
      expect(await tellPeople(unit)).toBe(0);
      await letItStand(unit);
      const count = await tellPeople(unit);
      expect(await tellPeople(unit)).toBe(0);
      const own = await textsTo(unit, name);
      expect(own).toMatchObject([{ channel: 'text', state: 'waiting', workOrderId: null }]);
      // Whoever has it now is told as well, although they have not looked at their day yet.
      expect(count).toBeGreaterThan(1);
      expect(own[0]!.body).toMatch(/^Your Wednesday.* has changed\. .*Gone: W-\d+/);
      // Taken back, that is news again.
      await undoCommand(unit, commandId!);
      await tellPeople(unit);
      await letItStand(unit);
      expect(await tellPeople(unit)).toBe(count);
      expect(await textsTo(unit, name)).toHaveLength(2);
    }));

  it('hears nothing of what was taken back before it had stood', () =>
    asAnalyst(async (analyst) => {
      const unit = { ...analyst, now: AT };
      const { last, part } = await seeOwnDay(unit);
      const ask = { ...EAST, visitId: last, part };
      const { key, price } = (await findWays(unit, ask)).ways[0]!;
      const { commandId } = await takeWay(unit, { ...ask, key, price });
      await tellPeople(unit);
      await undoCommand(unit, commandId!);
      await letItStand(unit);
      expect(await tellPeople(unit)).toBe(0);
    }));

  it('is seen to be written to by the office of their territory and by nobody else', () =>
    asAnalyst(async (analyst) => {
      const unit = { ...analyst, now: AT };
      const { last, part, name } = await seeOwnDay(unit);
      const ask = { ...EAST, visitId: last, part };
      const { key, price } = (await findWays(unit, ask)).ways[0]!;
      await takeWay(unit, { ...ask, key, price });
      await tellPeople(unit);
      await letItStand(unit);
      await tellPeople(unit);
      const seen = (who: Unit) => listMessages(who).then((list) => list.map((m) => m.technician));
      expect(await seen(unit)).toContain(name);
      expect(await seen(await unitAs(unit.transaction, 'dispatcher', ['westisle']))).not.toContain(name);
    }));
});
