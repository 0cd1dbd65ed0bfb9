import { z } from 'zod';
import type { HandRequest } from '@/contract/plan/hand';
import { applyHand, createRandom, type Random } from '@/core/index';
import { select, type Transaction } from '@/db/connection';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { openHand } from '@/server/plan/hand/hand-board';
import { readHandBoard, readHandLegs } from '@/server/plan/hand/read-board';
import { listPlanChanges } from '@/server/plan/list-changes';
import { undoCommand } from '@/server/shared/commands/undo';
import { openPlan } from '@/server/shared/plans/open-plan';
import type { Unit } from '@/server/shared/unit';
import { type ClientBoard, MissingLegs, openClientBoard } from '@/ui/plan/hand/board/client-board';
import { leaveDatabase, refusalOf, unitAs } from '../support/database';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay', 'sallow'], firstDate: '2026-06-10', lastDate: '2026-06-11' };

/** All that the live plan is, as text. */
async function wholePlan(transaction: Transaction): Promise<string> {
  const rows = await select(
    transaction,
    z.strictObject({ text: z.string() }),
    `select coalesce(jsonb_agg(to_jsonb(x) order by x.k), '[]')::text as text from (
       select p.visit_id || '/' || p.part || '/' || p.seat as k, p.person_id, p.date, p.starts_at, p.ends_at, p.equipment_ids, p.overlap_reason
         from placements p join plans l on l.id = p.plan_id and l.kind = 'live'
       union all select d.person_id || '@' || d.date, d.person_id, d.date, d.depart_at, d.arrive_at, d.break_starts::text[], null
         from plan_days d join plans l on l.id = d.plan_id and l.kind = 'live'
       union all select 'v ' || v.id, v.tied_person_id, null, v.tied_start_at, null, array[v.duration_min::text, v.status], null from visits v) x`,
  );
  return rows[0]!.text;
}

/** Any open visit anywhere at any moment of the working day; now and then off its cord, or for another time. */
async function anyRequest(unit: Unit, random: Random): Promise<HandRequest> {
  const { board, kept } = await openHand(unit, EXTENT);
  const { originSec } = kept.built;
  const own = board.index.problem.visits.filter((v) => !v.id.includes('~'));
  const visit = own[random.below(own.length)]!;
  const seen = (board.shiftsOf.get(visit.id) ?? []).map((id) => {
    const route = board.routeOf.get(id)!;
    const stop = route.stops.find((s) => s.visit.id === visit.id)!;
    return { personId: route.shift.personId, startAt: stop.startSec + originSec };
  });
  const ask = (what: Partial<HandRequest['visits'][number]>, deed: HandRequest['deed']): HandRequest => ({
    extent: EXTENT,
    deed,
    visits: [{ visitId: visit.id, seen, ...what }],
    reason: 'a test asks for it',
  });
  if (seen.length > 0 && random.below(6) === 0) return ask({ seats: [] }, 'take-off');
  if (random.below(6) === 0) return ask({ durationMin: 15 * (1 + random.below(20)) }, 'stretch');
  const { shifts } = board.index.problem;
  const chosen = Array.from({ length: visit.people ?? 1 }, () => shifts[random.below(shifts.length)]!);
  const fromAt = originSec + chosen[0]!.startSec + 300 * random.below(100);
  const ids = [...new Set(chosen.map((s) => s.id))];
  return ask({ seats: ids.map((shiftId) => ({ shiftId, fromAt })) }, 'move');
}

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
        expect(done.price).toBe(held);
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
