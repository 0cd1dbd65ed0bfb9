import { technicians } from '@/db/models/people';
import { planDays } from '@/db/models/plan';
import { rowsOf } from '@/db/models/table';
import { addPlan } from '@/db/repositories/plan/drafts';
import { readLiveVisits, writeLiveVisits } from '@/db/repositories/plan/live-parts';
import { addRun } from '@/db/repositories/runs/runs';
import { acceptDraft } from '@/server/plan/accept/accept-draft';
import { listDrafts, throwAwayDraft } from '@/server/plan/drafts';
import { listRuns } from '@/server/runs/read-runs';
import { undoCommand } from '@/server/shared/commands/undo';
import { ALL_TERRITORIES, leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { draftBy, liveState } from '../support/drafts';
import { Editor } from '../support/fields';

afterAll(leaveDatabase);

const QUAY = { territoryIds: ['quay'], firstDate: '2026-06-10' } as const;

describe('accepting a draft', () => {
  it('leaves the days of people alone that the draft did not decide', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      // Who is lent out from Wednesday is in North's draft of Tuesday, and in another territory's days after.
      const lent = 'tech-09';
      const next = await rowsOf(transaction, planDays).find({ planId: 'plan-live', personId: lent });
      const away = next.filter((d) => d.date >= '2026-06-10');
      expect(away.length).toBeGreaterThan(0);
      const extent = { territoryIds: ['north'], firstDate: '2026-06-09', lastDate: '2026-06-12' };
      const { planId } = await draftBy(unit, extent);
      await acceptDraft(unit, planId);
      const after = await rowsOf(transaction, planDays).find({ planId: 'plan-live', personId: lent });
      expect(after.filter((d) => d.date >= '2026-06-10')).toEqual(away);
    });
  });

  it('makes it the live plan, and undoing that restores every row', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const before = await liveState(transaction);
      const { planId } = await draftBy(unit, QUAY);
      const { commandId } = await acceptDraft(unit, planId);
      const accepted = await liveState(transaction);
      expect(accepted).not.toBe(before);
      const undone = await undoCommand(unit, commandId!);
      expect(await liveState(transaction)).toBe(before);
      expect((await listDrafts(unit)).find((d) => d.id === planId)?.status).toBe('open');
      await undoCommand(unit, undone.commandId!);
      expect(await liveState(transaction)).toBe(accepted);
    });
  });

  it('undoing says what is in the way once something of it was changed again', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const first = await draftBy(unit, QUAY);
      const { commandId } = await acceptDraft(unit, first.planId);
      const [stop] = first.plan.routes.flatMap((r) => r.stops).filter((s) => !s.visitId.includes('~'));
      await writeLiveVisits(transaction, new Map([[stop!.visitId, []]]));
      const refusal = await refusalOf(undoCommand(unit, commandId!));
      expect(refusal.facts.reason).toBe('changed-since');
    });
  });

  it('is refused with a list when the live plan moved on; names only what is in sight', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const { planId, plan } = await draftBy(unit, {
        territoryIds: ['north', 'quay'],
        firstDate: '2026-06-10',
      });
      const own = plan.routes.flatMap((r) => r.stops).filter((s) => s.visitId.startsWith('visit'));
      const moved = [
        ...(await readLiveVisits(
          transaction,
          own.map((s) => s.visitId),
        )),
      ][0]!;
      await writeLiveVisits(transaction, new Map([[moved[0], []]]));
      const refusal = await refusalOf(acceptDraft(unit, planId));
      expect(refusal.facts).toMatchObject({ reason: 'live-changed', others: 0 });
      expect(refusal.facts.changed).toHaveLength(1);
      // Put back as it was, nothing stands in the way any more.
      await writeLiveVisits(transaction, new Map([moved]));
      await acceptDraft(unit, planId);
    });
  });

  it('does not name visits of territories out of sight', async () => {
    await rolledBack(async (transaction) => {
      const all = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const west = await unitAs(transaction, 'dispatcher', ['westisle']);
      const { planId } = await draftBy(west, { territoryIds: ['westisle'], firstDate: '2026-06-10' });
      // Somebody from Farside helps out on the isle; their own visits there move meanwhile.
      const foreign = await rowsOf(transaction, planDays).find({
        planId: 'plan-live',
        date: '2026-06-10',
        personId: 'tech-32',
      });
      expect(foreign.length).toBeGreaterThan(0);
      const other = await draftBy(all, { territoryIds: ['farside'], firstDate: '2026-06-10' });
      await acceptDraft(all, other.planId);
      const refusal = await refusalOf(acceptDraft(west, planId));
      expect(refusal.facts).toMatchObject({ reason: 'live-changed', changed: [] });
      expect(refusal.facts.others).toBeGreaterThan(0);
    });
  });

  it('judges the merged days by today’s settings', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const { planId, plan } = await draftBy(unit, QUAY);
      const busy = plan.routes.find((r) => r.stops.length > 2 && r.shiftId.startsWith('tech'))!;
      const person = busy.shiftId.split('@')[0]!;
      // Meanwhile somebody's hours are cut.
      await new Editor(unit, transaction).save('technicians', person, {
        exceptions: [{ date: '2026-06-10', kind: 'hours', startMin: 900, endMin: 960, reason: '' }],
        overtimeLimitMin: 0,
      });
      const refusal = await refusalOf(acceptDraft(unit, planId));
      expect(refusal.facts.reason).toBe('breaks-rules');
      const [name] = await rowsOf(transaction, technicians).find({ id: person });
      expect(refusal.facts.broken).toEqual(
        expect.arrayContaining([expect.objectContaining({ person: name!.name, date: '2026-06-10' })]),
      );
    });
  });

  it('twice is refused, and so is what was thrown away; throwing away can be undone', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const { planId } = await draftBy(unit, QUAY);
      const { commandId } = await throwAwayDraft(unit, planId);
      expect((await listDrafts(unit)).map((d) => d.id)).not.toContain(planId);
      expect((await refusalOf(acceptDraft(unit, planId))).facts).toEqual({ reason: 'not-open' });
      await undoCommand(unit, commandId!);
      await acceptDraft(unit, planId);
      expect((await refusalOf(acceptDraft(unit, planId))).facts).toEqual({ reason: 'not-open' });
    });
  });
});

describe('lists of runs and drafts', () => {
  it('hold those of a quiet territory, however many others there are', async () => {
    await rolledBack(async (transaction) => {
      const west = await unitAs(transaction, 'dispatcher', ['westisle']);
      const day = { firstDate: '2026-06-10', lastDate: '2026-06-10' };
      for (let i = 0; i < 130; i++) {
        const territoryIds = i === 0 ? ['westisle'] : ['quay'];
        const at = new Date(Date.UTC(2030, 0, 1, 0, i));
        await addRun(transaction, {
          id: `r${i}`,
          extent: { territoryIds, ...day },
          extentKey: `r${i}`,
          playbookVersionId: 'everyday-1',
          mayMove: 'all',
          seconds: 1,
          seed: 1,
          status: 'done',
          createdBy: west.user.id,
          createdAt: at,
        });
        await addPlan(transaction, {
          id: `d${i}`,
          kind: 'draft',
          name: `Draft ${i}`,
          status: 'open',
          runId: `r${i}`,
          createdAt: at,
        });
      }
      expect((await listRuns(west)).map((r) => r.id)).toEqual(['r0']);
      expect((await listDrafts(west)).map((d) => d.id)).toEqual(['d0']);
      const manager = await unitAs(transaction, 'manager', ALL_TERRITORIES);
      expect((await listRuns(manager)).length).toBe(60);
      expect((await listDrafts(manager)).length).toBe(100);
    });
  });
});
