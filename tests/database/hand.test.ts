import type { HandRequest } from '@/contract/plan/hand';
import { applyHand, createRandom } from '@/core/index';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { readHandBoard, readHandLegs } from '@/server/plan/hand/read-board';
import { listPlanChanges } from '@/server/plan/list-changes';
import { undoCommand } from '@/server/shared/commands/undo';
import { openHand } from '@/server/shared/hand/hand-board';
import { openPlan } from '@/server/shared/plans/open-plan';
import type { Unit } from '@/server/shared/unit';
import { type ClientBoard, MissingLegs, openClientBoard } from '@/ui/plan/hand/board/client-board';
import { leaveDatabase, refusalOf, unitAs } from '../support/database';
import { anyRequest, EXTENT, wholePlan } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

/** What the browser says that a request comes to, asking for legs as it finds that it lacks them. */
async function heldPrice(unit: Unit, client: ClientBoard, request: HandRequest): Promise<number> {
  for (;;) {
    try {
      const [handled] = request.visits;
      const seats = handled!.seats?.map((s) => ({
        shiftId: s.shiftId,
        fromSec: s.fromAt - client.originSec,
      }));
      return applyHand(client.board, {
        seats: new Map(seats ? [[handled!.visitId, seats]] : []),
        changes: new Map(
          handled!.durationMin === undefined
            ? []
            : [[handled!.visitId, { durationSec: handled!.durationMin * 60 }]],
        ),
        nowSec: client.nowSec,
      }).price;
    } catch (cause) {
      if (!(cause instanceof MissingLegs)) throw cause;
      const asked = { extent: EXTENT, stamp: client.stamp, places: [cause.place] };
      client.add(await readHandLegs(unit, asked));
    }
  }
}

describe('changes by hand', () => {
  it('cost what was shown while held and what the checker says, and leave nothing behind when undone', () =>
    asAnalyst(async (unit) => {
      const random = createRandom(7);
      const at = await wholePlan(unit.transaction);
      let changed = 0;
      for (let i = 0; i < 40; i++) {
        const request = await anyRequest(unit, random);
        const client = openClientBoard(await readHandBoard(unit, EXTENT));
        const held = await heldPrice(unit, client, request);
        const before = (await openPlan(unit, 'live', EXTENT)).kept.verdict;
        const done = await changeByHand(unit, request);
        // What is cancelled is not wanted any more: that is said by the checker alone.
        if (request.deed !== 'cancel') expect(done.price).toBe(held);
        const after = (await openPlan(unit, 'live', EXTENT)).kept.verdict;
        expect(after.price - before.price).toBe(done.price);
        if (done.commandId === null) continue;
        changed++;
        await undoCommand(unit, done.commandId);
        expect(await wholePlan(unit.transaction)).toBe(at);
      }
      expect(changed).toBeGreaterThan(30);
    }));

  it('are told when the visit has been moved since, against a rule without a reason, or out of sight', () =>
    asAnalyst(async (unit) => {
      const { board, kept } = await openHand(unit, EXTENT);
      const { originSec } = kept.built;
      const route = board.timed.routes.find((r) => r.stops.some((s) => !s.visit.id.includes('~')))!;
      const stop = route.stops.find((s) => !s.visit.id.includes('~'))!;
      const seen = [{ personId: route.shift.personId, startAt: stop.startSec + originSec }];
      const ask = (what: object, reason: string | null = null) => ({
        extent: EXTENT,
        deed: 'move',
        visits: [{ visitId: stop.visit.id, seen, ...what }],
        reason,
      });
      const stale = await refusalOf(
        changeByHand(unit, ask({ seats: [], seen: [{ ...seen[0]!, startAt: seen[0]!.startAt + 60 }] })),
      );
      expect(stale.facts).toMatchObject({ reason: 'moved-since' });
      // The middle of the night: outside of all hours.
      const night = {
        seats: [{ shiftId: route.shift.id, fromAt: originSec + route.shift.endSec + 6 * 3600 }],
      };
      const against = await refusalOf(changeByHand(unit, ask(night)));
      expect(against.facts).toMatchObject({ reason: 'against-rules' });
      const done = await changeByHand(unit, ask(night, 'the customer insists'));
      expect(done.broken.length).toBeGreaterThan(0);
      const { kept: then } = await openPlan(unit, 'live', EXTENT);
      expect(then.verdict.violations.length).toBeGreaterThan(kept.verdict.violations.length);
      expect(then.loaded.data.placements.find((p) => p.visitId === stop.visit.id)?.overlapReason).toBe(
        'the customer insists',
      );
      const nowhere = { ...ask({ seats: [] }), visits: [{ visitId: 'no-such-visit', seen: [], seats: [] }] };
      expect((await refusalOf(changeByHand(unit, nowhere))).code).toBe('not-found');
    }));

  it('are listed with their price to whoever sees all of it, and to nobody else', () =>
    asAnalyst(async (unit) => {
      const { board, kept } = await openHand(unit, { ...EXTENT, territoryIds: ['quay'] });
      const visit = board.index.problem.visits.find((v) => board.shiftsOf.has(v.id) && !v.id.includes('~'))!;
      const seen = board.shiftsOf.get(visit.id)!.map((id) => {
        const route = board.routeOf.get(id)!;
        const { startSec } = route.stops.find((s) => s.visit.id === visit.id)!;
        return { personId: route.shift.personId, startAt: startSec + kept.built.originSec };
      });
      const done = await changeByHand(unit, {
        extent: { ...EXTENT, territoryIds: ['quay'] },
        deed: 'take-off',
        visits: [{ visitId: visit.id, seen, seats: [] }],
      });
      const [mine] = await listPlanChanges(unit);
      expect(mine).toMatchObject({
        id: done.commandId,
        isOwn: true,
        facts: { deed: 'take-off', price: done.price },
      });
      const near = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      expect((await listPlanChanges(near))[0]).toMatchObject({ id: done.commandId, isOwn: false });
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await listPlanChanges(far)).map((c) => c.id)).not.toContain(done.commandId);
      // Nor may they change what they do not see, whatever they ask for.
      const asked = {
        extent: EXTENT,
        deed: 'take-off',
        visits: [{ visitId: visit.id, seen: [], seats: [] }],
      };
      expect((await refusalOf(changeByHand(far, asked))).code).toBe('not-found');
      expect((await refusalOf(readHandBoard(far, EXTENT))).code).toBe('not-found');
    }));

  it('show nothing of work elsewhere but the time that it takes', () =>
    asAnalyst(async (unit) => {
      const near = await unitAs(unit.transaction, 'dispatcher', ['quay']);
      const extent = { ...EXTENT, territoryIds: ['quay'] };
      const sent = await readHandBoard(near, extent);
      const { kept } = await openHand(near, extent);
      const elsewhere = kept.built.problem.visits.filter((v) => v.id.includes('~'));
      const hidden = sent.problem.visits.filter((v) => v.id.startsWith('busy~'));
      expect(hidden.length).toBeGreaterThan(0);
      const text = JSON.stringify(sent);
      const territoryOf = new Map(kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
      for (const v of elsewhere) {
        const id = v.id.split('~')[0]!;
        if (territoryOf.get(id) !== 'quay') expect(text).not.toContain(`"${id}`);
      }
      expect(text).not.toContain('"lat"');
    }));
});
