import type { AcceptPreview } from '@/contract/plan/accept';
import { readLiveVisits, writeLiveVisits } from '@/db/repositories/plan/live-parts';
import { acceptDraft, Rehearsed, rehearseAcceptance } from '@/server/plan/accept/accept-draft';
import { undoCommand } from '@/server/shared/commands/undo';
import { openPlan } from '@/server/shared/plans/open-plan';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf } from '../support/database';
import { draftBy, liveState } from '../support/drafts';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay', 'sallow'], firstDate: '2026-06-10', lastDate: '2026-06-11' };

/** Every visit's place in a plan, with the territory that it lies in. */
async function placesOf(
  unit: Unit,
  planId: string,
): Promise<Map<string, { territoryId: string; at: string }>> {
  const { kept } = await openPlan(unit, planId, EXTENT);
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v]));
  const out = new Map<string, { territoryId: string; at: string }>();
  for (const r of kept.built.plan.routes)
    for (const s of r.stops) {
      const row = rows.get(s.visitId.split('/')[0]!);
      if (row && !s.visitId.includes('~'))
        out.set(`${s.visitId} ${r.shiftId}`, { territoryId: row.territoryId ?? '', at: `${s.startSec}` });
    }
  return out;
}

/** Rehearses in a transaction that is rolled back with the test: what it left must be taken back here. */
async function preview(unit: Unit, planId: string, raw: unknown): Promise<AcceptPreview> {
  await unit.transaction.sequelize.query('savepoint rehearsal', { transaction: unit.transaction.handle });
  const answer = await rehearseAcceptance(unit, planId, raw).then(
    () => null,
    (cause: unknown) => cause,
  );
  await unit.transaction.sequelize.query('rollback to savepoint rehearsal', {
    transaction: unit.transaction.handle,
  });
  if (!(answer instanceof Rehearsed)) throw answer;
  return answer.answer;
}

const draft = (unit: Unit) => draftBy(unit, { ...EXTENT, iterations: 400 });

describe('part of a draft accepted', () => {
  it('one territory: its visits go where the draft has them, all others stay, undo brings everything back', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draft(unit);
      const before = await liveState(unit.transaction);
      const [was, wanted] = [await placesOf(unit, 'live'), await placesOf(unit, planId)];
      const told = await preview(unit, planId, { take: { by: 'territory', ids: ['quay'] } });
      expect(await liveState(unit.transaction)).toBe(before);
      const { commandId, left } = await acceptDraft(unit, planId, {
        take: { by: 'territory', ids: ['quay'] },
      });
      expect([told.conflicts, told.broken, told.left]).toEqual([[], [], left]);
      expect(told.moved.length).toBeGreaterThan(0);
      expect(told.priceAfter).toBeLessThan(told.priceBefore);
      const is = await placesOf(unit, 'live');
      const along = new Set(told.along);
      const retimed = new Set(told.retimed.map((v) => v.visitId));
      for (const [key, place] of wanted)
        if (place.territoryId === 'quay' && !retimed.has(key.split(/[ /]/)[0]!))
          expect(is.has(key)).toBe(true);
      for (const [key, place] of was) {
        const id = key.split(/[ /]/)[0]!;
        if (place.territoryId === 'sallow' && !along.has(id) && !retimed.has(id))
          expect(is.get(key)).toEqual(place);
      }
      expect((await openPlan(unit, 'live', EXTENT)).kept.verdict.violations).toEqual([]);
      await undoCommand(unit, commandId!);
      expect(await liveState(unit.transaction)).toBe(before);
    }));

  it('the rest can follow, and then the draft is accepted as a whole', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draft(unit);
      const first = await acceptDraft(unit, planId, { take: { by: 'territory', ids: ['quay'] } });
      expect(first.left).toBeGreaterThan(0);
      const second = await acceptDraft(unit, planId);
      expect(second.left).toBe(0);
      expect((await refusalOf(acceptDraft(unit, planId))).facts).toEqual({ reason: 'not-open' });
      expect(await placesOf(unit, 'live')).toEqual(await placesOf(unit, planId));
    }));

  it.each([
    ['a day', { by: 'day', dates: ['2026-06-10'] }],
    ['a visit', null],
  ])('%s: judged as a whole, and days that become a mixture are timed anew', (_what, asked) =>
    asAnalyst(async (unit) => {
      const { planId } = await draft(unit);
      const whole = await preview(unit, planId, {});
      const take = asked ?? { by: 'visit', ids: [whole.moved.find((v) => v.from.length === 0)!.visitId] };
      const told = await preview(unit, planId, { take });
      expect(told.moved.length).toBeLessThan(whole.moved.length);
      if (told.broken.length > 0) {
        expect((await refusalOf(acceptDraft(unit, planId, { take }))).facts.reason).toBe('breaks-rules');
        return;
      }
      await acceptDraft(unit, planId, { take });
      expect((await openPlan(unit, 'live', EXTENT)).kept.verdict.violations).toEqual([]);
    }),
  );

  it('nothing of it is refused; so is a plan that is no draft', () =>
    asAnalyst(async (unit) => {
      const { planId, runId } = await draft(unit);
      const none = await refusalOf(acceptDraft(unit, planId, { take: { by: 'visit', ids: ['nothing'] } }));
      expect([none.code, none.facts.path]).toEqual(['invalid', 'take']);
      expect((await refusalOf(acceptDraft(unit, `best-${runId}`))).code).toBe('not-found');
    }));

  it('work that moved meanwhile is asked about: live, draft or loose', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draft(unit);
      const whole = await preview(unit, planId, {});
      const moved = whole.moved.find((v) => v.from.length === 1 && v.to.length === 1)!;
      const seats = (await readLiveVisits(unit.transaction, [moved.visitId])).get(moved.visitId)!;
      await writeLiveVisits(unit.transaction, new Map([[moved.visitId, []]]));
      const told = await preview(unit, planId, {});
      expect(told.conflicts).toMatchObject([{ visitId: moved.visitId, isOwn: true, from: [] }]);
      expect((await refusalOf(acceptDraft(unit, planId))).facts.reason).toBe('live-changed');
      const by = (what: string) => preview(unit, planId, { conflicts: { [moved.visitId]: what } });
      expect((await by('draft')).conflicts).toEqual([]);
      const live = await by('live');
      expect(live.conflicts).toEqual([]);
      expect(live.moved.map((v) => v.visitId)).not.toContain(moved.visitId);
      expect(live.left).toBe(1);
      expect((await by('loose')).conflicts).toEqual([]);
      expect(seats).toHaveLength(1);
      await acceptDraft(unit, planId, { conflicts: { [moved.visitId]: 'live' } });
      const after = await readLiveVisits(unit.transaction, [moved.visitId]);
      expect(after.get(moved.visitId) ?? []).toEqual([]);
    }));

  it('the live plan as it was before can be looked at', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draft(unit);
      const was = (await openPlan(unit, 'live', EXTENT)).kept.verdict.parts;
      const { commandId } = await acceptDraft(unit, planId);
      const past = (await openPlan(unit, `past-${commandId}`, EXTENT)).kept.verdict.parts;
      expect(past).toEqual(was);
      expect((await refusalOf(openPlan(unit, 'past-999999', EXTENT))).code).toBe('not-found');
    }));
});
