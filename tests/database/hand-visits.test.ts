import { readObjects } from '@/db/objects/object-store';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { bringBackVisits, createVisit, duplicateVisits, editVisits } from '@/server/plan/hand/visit-deeds';
import { readPlanView } from '@/server/plan/read-plan-view';
import { undoCommand } from '@/server/shared/commands/undo';
import { openHand } from '@/server/shared/hand/hand-board';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../support/database';
import { EXTENT, seenOf, wholePlan } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

/** A visit of one person that is on somebody's cord. */
async function planned(unit: Unit) {
  const { board, kept } = await openHand(unit, EXTENT);
  const visit = board.index.problem.visits.find(
    (v) => board.shiftsOf.has(v.id) && !v.id.includes('~') && !v.id.includes('/') && (v.people ?? 1) === 1,
  )!;
  const shift = board.index.shiftById.get(board.shiftsOf.get(visit.id)![0]!)!;
  return { visit, shift, originSec: kept.built.originSec };
}

const stored = async (unit: Unit, id: string) =>
  (await readObjects(unit.transaction, 'visits', [id])).get(id) as Record<string, unknown> | undefined;

describe('a visit by hand', () => {
  it('that is cancelled gives its time back, stays seen, and comes back', () =>
    asAnalyst(async (unit) => {
      const { visit } = await planned(unit);
      const at = await wholePlan(unit.transaction);
      const seen = await seenOf(unit, visit.id);
      const done = await changeByHand(unit, {
        extent: EXTENT,
        deed: 'cancel',
        visits: [{ visitId: visit.id, seats: [], seen }],
      });
      const view = await readPlanView(unit, 'live', EXTENT);
      expect(view.visits.map((v) => v.id)).not.toContain(visit.id);
      expect(view.cancelled).toEqual([
        expect.objectContaining({
          visitId: visit.id,
          personId: seen[0]!.personId,
          startAt: seen[0]!.startAt,
        }),
      ]);
      // Not wanted any more, it is no loose end that costs something either.
      const off = view.parts.unplanned.amount;
      await undoCommand(unit, done.commandId!);
      expect(await wholePlan(unit.transaction)).toBe(at);
      const again = await readPlanView(unit, 'live', EXTENT);
      expect(again.cancelled).toEqual([]);
      expect(again.parts.unplanned.amount).toBe(off);
      await changeByHand(unit, {
        extent: EXTENT,
        deed: 'cancel',
        visits: [{ visitId: visit.id, seats: [], seen: await seenOf(unit, visit.id) }],
      });
      await bringBackVisits(unit, { visitIds: [visit.id] });
      expect((await readPlanView(unit, 'live', EXTENT)).looseIds).toContain(visit.id);
      expect((await refusalOf(bringBackVisits(unit, { visitIds: [visit.id] }))).code).toBe('not-found');
      const kept = { extent: EXTENT, deed: 'cancel', visits: [{ visitId: visit.id, seen: [] }] };
      expect((await refusalOf(changeByHand(unit, kept))).code).toBe('invalid');
    }));

  it('is doubled as a further loose end of the same work, tied to nothing', () =>
    asAnalyst(async (unit) => {
      const { visit } = await planned(unit);
      const [id] = (await duplicateVisits(unit, { visitIds: [visit.id] })).visitIds;
      const [before, after] = [await stored(unit, visit.id), await stored(unit, id!)];
      expect(after).toMatchObject({
        workOrderId: before!.workOrderId,
        durationMin: before!.durationMin,
        windows: before!.windows,
        tiedPersonId: null,
        status: 'open',
      });
      expect(after!.part).toBeGreaterThan(before!.part as number);
      expect((await readPlanView(unit, 'live', EXTENT)).looseIds).toContain(id);
    }));

  it('is changed with many at once, all or none', () =>
    asAnalyst(async (unit) => {
      const { visit } = await planned(unit);
      const view = await readPlanView(unit, 'live', EXTENT);
      const ids = [visit.id, view.looseIds.find((id) => !id.includes('/'))!];
      await editVisits(unit, { visitIds: ids, set: { durationMin: 45, priority: 1 } });
      for (const id of ids) expect(await stored(unit, id)).toMatchObject({ durationMin: 45, priority: 1 });
      const wrong = {
        visitIds: ids,
        set: { windows: [{ startsAt: '2026-06-10T10:00:00Z', endsAt: '2026-06-10T09:00:00Z' }] },
      };
      expect((await refusalOf(editVisits(unit, wrong))).code).toBe('invalid');
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await refusalOf(editVisits(far, { visitIds: ids, set: { priority: 2 } }))).code).toBe(
        'not-found',
      );
      expect((await refusalOf(duplicateVisits(far, { visitIds: ids }))).code).toBe('not-found');
    }));

  it('is made out of nothing with a work order of its own', () =>
    asAnalyst(async (unit) => {
      const { visit } = await planned(unit);
      const own = await stored(unit, visit.id);
      const orders = await readObjects(unit.transaction, 'work-orders', [String(own!.workOrderId)]);
      const { siteId, jobKindId } = orders.get(String(own!.workOrderId)) as unknown as Record<string, string>;
      const wanted = { siteId, jobKindId, earliestAt: '2026-06-10T00:00:00Z', dueAt: '2026-06-12T00:00:00Z' };
      const [id] = (await createVisit(unit, wanted)).visitIds;
      expect((await readPlanView(unit, 'live', EXTENT)).looseIds).toContain(id);
      const nowhere = await refusalOf(createVisit(unit, { ...wanted, jobKindId: 'no-such' }));
      expect(nowhere.facts.problems).toMatchObject([{ path: 'jobKindId', code: 'no-such' }]);
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await refusalOf(createVisit(far, wanted))).code).toBe('not-found');
    }));

  it('goes against a rule only with the right to do so', () =>
    asAnalyst(async (unit) => {
      const { visit, shift, originSec } = await planned(unit);
      const bound = await unitAs(unit.transaction, 'dispatcher', EXTENT.territoryIds, { mayForce: false });
      const night = {
        extent: EXTENT,
        deed: 'move',
        visits: [
          {
            visitId: visit.id,
            seen: await seenOf(unit, visit.id),
            seats: [{ shiftId: shift.id, fromAt: originSec + shift.endSec + 6 * 3600 }],
          },
        ],
        reason: 'the customer insists',
      };
      expect((await refusalOf(changeByHand(bound, night))).facts).toMatchObject({ reason: 'may-not-force' });
      expect((await readPlanView(bound, 'live', EXTENT)).mayForce).toBe(false);
      expect((await changeByHand(unit, night)).broken.length).toBeGreaterThan(0);
    }));
});
