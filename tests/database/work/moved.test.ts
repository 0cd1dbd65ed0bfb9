import { readLiveVisits, writeLiveVisit } from '@/db/repositories/plan/live-parts';
import { runCommand } from '@/server/shared/commands/command';
import { prepareChange, writePrepared } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import { listMessages } from '@/server/work/messages/outbox';
import { watchPromises, windowAround } from '@/server/work/messages/watch-promises';
import { leaveDatabase } from '../../support/database';
import { askIn, promised } from '../../support/promises';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

/** The visit so many seconds later in the live plan, whoever moved it. */
async function shift(unit: Unit, visitId: string, sec: number): Promise<void> {
  const seats = (await readLiveVisits(unit.transaction, [visitId])).get(visitId)!;
  const later = (iso: string | null | undefined): string =>
    new Date(Date.parse(iso!) + sec * 1000).toISOString();
  await writeLiveVisit(
    unit.transaction,
    visitId,
    seats.map((s) => ({ ...s, startsAt: later(s.startsAt), endsAt: later(s.endsAt) })),
  );
}

/** As if it had been seen so long ago. */
async function age(unit: Unit, minutes: number): Promise<void> {
  await unit.transaction.sequelize.query(
    `update moved_promises set seen_at = seen_at - interval '${minutes} minutes'`,
    { transaction: unit.transaction.handle },
  );
}

const eventsOf = async (unit: Unit, workOrderId: string): Promise<string[]> =>
  (await listMessages(unit)).filter((m) => m.workOrderId === workOrderId).map((m) => m.event);

describe('a visit that is planned outside of what was promised', () => {
  it('is told to the customer once it has stood for as long as the company says, and no second time', () =>
    asAnalyst(async (unit) => {
      const { visitId, workOrderId, window } = await promised(unit, await askIn(unit));
      expect(await watchPromises(unit)).toBe(0);
      await shift(unit, visitId, 5 * 3600);
      expect(await watchPromises(unit)).toBe(0);
      await age(unit, 14);
      expect(await watchPromises(unit)).toBe(0);
      await age(unit, 2);
      expect(await watchPromises(unit)).toBe(1);
      expect((await eventsOf(unit, workOrderId)).sort()).toEqual(['moved', 'promised']);
      const told = (await listMessages(unit)).find(
        (m) => m.event === 'moved' && m.workOrderId === workOrderId,
      )!;
      const from = new Date((window.aboutAt + 5 * 3600) * 1000).toLocaleString('en-GB', {
        timeZone: 'Atlantic/Madeira',
        hour: '2-digit',
        hourCycle: 'h23',
      });
      expect(told.body).toContain(`${from}:`);
      await age(unit, 60);
      expect(await watchPromises(unit)).toBe(0);
    }));

  it('is told again where it moves on, and when it is back inside', () =>
    asAnalyst(async (unit) => {
      const { visitId, workOrderId } = await promised(unit, await askIn(unit));
      await shift(unit, visitId, 5 * 3600);
      await watchPromises(unit);
      await age(unit, 20);
      expect(await watchPromises(unit)).toBe(1);
      await shift(unit, visitId, 3600);
      expect(await watchPromises(unit)).toBe(0);
      await age(unit, 20);
      expect(await watchPromises(unit)).toBe(1);
      await shift(unit, visitId, -6 * 3600);
      expect(await watchPromises(unit)).toBe(1);
      expect(await watchPromises(unit)).toBe(0);
      expect((await eventsOf(unit, workOrderId)).filter((e) => e === 'moved')).toHaveLength(3);
    }));

  it('is told to nobody when it is back before anybody was told, or where the company tells nobody', () =>
    asAnalyst(async (unit) => {
      const { visitId, workOrderId } = await promised(unit, await askIn(unit));
      await shift(unit, visitId, 5 * 3600);
      await watchPromises(unit);
      await shift(unit, visitId, -5 * 3600);
      await age(unit, 60);
      expect(await watchPromises(unit)).toBe(0);
      await shift(unit, visitId, 5 * 3600);
      await runCommand(unit, 'save', {}, async (command) => {
        const never = await prepareChange(unit, 'company', 'company', { tellMovedMin: null });
        await writePrepared(unit, command, 'company', never);
      });
      await watchPromises(unit);
      await age(unit, 60);
      expect(await watchPromises(unit)).toBe(0);
      expect(await eventsOf(unit, workOrderId)).toEqual(['promised']);
    }));
});

it('is told in a window as wide as the promise, from the quarter of an hour before', () => {
  expect(windowAround({ startAt: 36_000 + 700, widthSec: 7200 })).toEqual({ startAt: 36_000, endAt: 43_200 });
  expect(windowAround({ startAt: 900, widthSec: 0 })).toEqual({ startAt: 900, endAt: 1800 });
});
