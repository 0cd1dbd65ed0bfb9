import type { Problem } from '@/core/index';
import { readUserById } from '@/db/repositories/access/users';
import { claimNext, noteProgress } from '@/db/repositories/runs/runs';
import { cancelRun, readBatchOf, readRun } from '@/server/runs/read-runs';
import { runAgain } from '@/server/runs/run-again';
import { startRun } from '@/server/runs/start-run';
import { listTemplateStates, momentsAround, startDueRuns, startTemplate } from '@/server/runs/timed-runs';
import { createObject } from '@/server/shared/objects/save-object';
import { openPlan } from '@/server/shared/plans/open-plan';
import { readPackedRun } from '@/server/shared/run-problem';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { draftBy } from '../support/drafts';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay'], firstDate: '2026-06-10', lastDate: '2026-06-11' };
const SECONDS = { kind: 'seconds', seconds: 5 };

async function problemOf(
  unit: Unit,
  how: Readonly<Record<string, unknown>> = {},
): Promise<Omit<Problem, 'travel'>> {
  const { id } = await startRun(unit, {
    extent: EXTENT,
    playbookVersionIds: ['everyday-1'],
    budget: SECONDS,
    ...how,
  });
  return (await readPackedRun(unit.transaction, id)).problem;
}
const isOwn = (id: string): boolean => !id.includes('~');

describe('what a run is asked', () => {
  it('only some people: nobody else’s days are there, and what those have stays theirs', () =>
    asAnalyst(async (unit) => {
      const whole = await problemOf(unit);
      const personId = whole.shifts.find((s) => !s.memberIds)!.personId;
      const few = await problemOf(unit, { personIds: [personId] });
      expect(new Set(few.shifts.map((s) => s.personId))).toEqual(new Set([personId]));
      expect(few.visits.filter((v) => isOwn(v.id)).length).toBeLessThan(
        whole.visits.filter((v) => isOwn(v.id)).length,
      );
    }));

  it('only some visits, by filter or one by one: the rest keeps its time', () =>
    asAnalyst(async (unit) => {
      const whole = await problemOf(unit);
      const urgent = whole.visits.filter((v) => isOwn(v.id) && v.priority === 1);
      const conditions = [{ of: 'visit', field: 'priority', is: 'is', values: ['1'] }];
      const filtered = await problemOf(unit, { visits: { mode: 'all', conditions } });
      const movable = filtered.visits.filter((v) => isOwn(v.id));
      expect(movable.map((v) => v.id).sort()).toEqual(urgent.map((v) => v.id).sort());
      expect(filtered.visits.filter((v) => !isOwn(v.id)).every((v) => v.held)).toBe(true);
      const one = urgent[0]!.id.split('/')[0]!;
      const listed = await problemOf(unit, { visitIds: [one] });
      expect(new Set(listed.visits.filter((v) => isOwn(v.id)).map((v) => v.id.split('/')[0]))).toEqual(
        new Set([one]),
      );
    }));

  it('stability multiplies what changes cost; hours are held as asked', () =>
    asAnalyst(async (unit) => {
      const { content } = (await openPlan(unit, 'live', EXTENT)).playbook;
      const dear = await problemOf(unit, { stability: 3 });
      expect(dear.prices.changed).toBe(Math.round(content.prices.changed * 3 * 1e6));
      const near = await problemOf(unit, { extent: { ...EXTENT, firstDate: '2026-06-09' }, holdMin: 600 });
      const far = await problemOf(unit, { extent: { ...EXTENT, firstDate: '2026-06-09' }, holdMin: 0 });
      const held = (p: Omit<Problem, 'travel'>): number =>
        p.visits.filter((v) => isOwn(v.id) && v.held).length;
      expect(held(near)).toBeGreaterThan(held(far));
    }));

  it('a draft to begin from: its plan is the start, and what is published still counts as such', () =>
    asAnalyst(async (unit) => {
      const { planId, plan } = await draftBy(unit, {
        territoryIds: ['quay'],
        firstDate: EXTENT.firstDate,
        lastDate: EXTENT.lastDate,
      });
      const fromLive = await problemOf(unit, { stability: 2 });
      const { id } = await startRun(unit, {
        extent: EXTENT,
        playbookVersionIds: ['everyday-1'],
        budget: SECONDS,
        stability: 2,
        fromDraftId: planId,
        seed: 4,
      });
      const packed = await readPackedRun(unit.transaction, id);
      const bases = (p: Omit<Problem, 'travel'>) =>
        new Map(p.visits.map((v) => [v.id, JSON.stringify(v.base ?? null)]));
      const live = bases(fromLive);
      for (const [visitId, base] of bases(packed.problem))
        if (live.has(visitId)) expect(base).toBe(live.get(visitId));
      const claimed = [await claimNext(unit.transaction), await claimNext(unit.transaction)].find(
        (c) => c?.id === id,
      )!;
      const stops = (p: typeof plan): string[] =>
        p.routes
          .flatMap((r) =>
            r.stops.filter((s) => isOwn(s.visitId)).map((s) => `${r.shiftId} ${s.visitId} ${s.startSec}`),
          )
          .sort();
      expect(stops(claimed.start!)).toEqual(stops(plan));
    }));

  it('several playbooks make a batch with one seed; doubles are refused', () =>
    asAnalyst(async (unit) => {
      const ask = {
        extent: EXTENT,
        playbookVersionIds: ['everyday-1', 'thrifty-1', 'everyday-1'],
        budget: SECONDS,
      };
      const { ids, batchId } = await startRun(unit, ask);
      expect(ids).toHaveLength(2);
      const batch = await readBatchOf(unit, ids[1]!);
      expect(batch.map((r) => r.id).sort()).toEqual([...ids].sort());
      expect(new Set(batch.map((r) => r.seed)).size).toBe(1);
      expect(batch.every((r) => r.batchId === batchId && r.line >= 2 && r.place !== null)).toBe(true);
      expect((await refusalOf(startRun(unit, { ...ask, playbookVersionIds: ['thrifty-1'] }))).facts).toEqual({
        runId: ids[1],
      });
    }));

  it('a run that waits is cancelled at once; one that searches hears of it', () =>
    asAnalyst(async (unit) => {
      const { id } = await startRun(unit, {
        extent: EXTENT,
        playbookVersionIds: ['everyday-1'],
        budget: SECONDS,
      });
      await cancelRun(unit, id);
      expect(await readRun(unit, id)).toMatchObject({
        status: 'failed',
        outcome: { code: 'cancelled' },
        draftId: null,
      });
      const next = await startRun(unit, {
        extent: EXTENT,
        playbookVersionIds: ['everyday-1'],
        budget: SECONDS,
      });
      const claimed = (await claimNext(unit.transaction))!;
      expect(claimed.id).toBe(next.id);
      await cancelRun(unit, next.id);
      expect(
        await noteProgress(unit.transaction, { id: next.id, attempt: claimed.attempts }, [], null),
      ).toEqual({ stop: false, cancel: true });
    }));

  it('again: the same problem, seed and start', () =>
    asAnalyst(async (unit) => {
      const { runId } = await draftBy(unit, { territoryIds: ['quay'], firstDate: EXTENT.firstDate });
      const { id } = await runAgain(unit, runId);
      const [was, is] = [await readRun(unit, runId), await readRun(unit, id)];
      expect([is.seed, is.problemHash, is.asked]).toEqual([was.seed, was.problemHash, was.asked]);
      expect(is.status).toBe('queued');
      expect((await refusalOf(runAgain(unit, runId))).facts).toEqual({ runId: id });
      const reader = await unitAs(unit.transaction, 'manager', ['quay']);
      expect((await refusalOf(runAgain(reader, runId))).code).toBe('not-found');
    }));

  it('the best plan so far can be looked at, and is not a draft', () =>
    asAnalyst(async (unit) => {
      const { runId, plan } = await draftBy(unit, { territoryIds: ['quay'], firstDate: EXTENT.firstDate });
      const { id } = await runAgain(unit, runId);
      const claimed = (await claimNext(unit.transaction))!;
      await noteProgress(unit.transaction, { id, attempt: claimed.attempts }, [], plan);
      const best = await openPlan(unit, `best-${id}`, { ...EXTENT, lastDate: EXTENT.firstDate });
      const draft = await openPlan(unit, `draft-${runId}`, { ...EXTENT, lastDate: EXTENT.firstDate });
      expect(best.kept.verdict.parts).toEqual(draft.kept.verdict.parts);
      expect((await refusalOf(openPlan(unit, 'best-nothing', EXTENT))).code).toBe('not-found');
    }));
});

describe('templates and timetables', () => {
  const asked = { territoryIds: ['quay'], firstIn: 1, days: 2, playbookIds: ['everyday'], budget: SECONDS };
  const value = (timetable: object | null = null) => ({ name: 'Every morning', asked, timetable });

  it('are started by hand with days that count from today', () =>
    asAnalyst(async (unit) => {
      await createObject(unit, 'run-templates', { id: 'morning', value: value() });
      const { id } = await startTemplate(unit, 'morning');
      expect((await readRun(unit, id)).extent).toEqual(EXTENT);
      expect((await refusalOf(startTemplate(unit, 'nothing'))).code).toBe('not-found');
    }));

  it('moments follow the clock of their zone over a change of it', () => {
    const daily = { zone: 'Europe/London', weekdays: [1, 2, 3, 4, 5, 6, 7], minute: 330 };
    // London: 2025-03-30 01:00 becomes 02:00 (IANA time zone database).
    const before = momentsAround(daily, Date.parse('2025-03-29T12:00:00Z') / 1000);
    expect(new Date(before.last! * 1000).toISOString()).toBe('2025-03-29T05:30:00.000Z');
    expect(new Date(before.next! * 1000).toISOString()).toBe('2025-03-30T04:30:00.000Z');
    expect(momentsAround({ ...daily, weekdays: [1] }, Date.parse('2025-03-31T04:30:00Z') / 1000).last).toBe(
      Date.parse('2025-03-31T04:30:00Z') / 1000,
    );
  });

  it('start by themselves once, in the name of whoever made them; what failed is kept with why', () =>
    rolledBack(async (transaction) => {
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const minute = 600;
      const timetable = { zone: 'Atlantic/Madeira', weekdays: [1, 2, 3, 4, 5, 6, 7], minute };
      await createObject(analyst, 'run-templates', { id: 'morning', value: value(timetable) });
      const due = momentsAround(timetable, analyst.now).next!;
      const userOf = (id: string) =>
        id === analyst.user.id ? Promise.resolve(analyst.user) : readUserById(transaction, id);
      const state = async (now: number) =>
        (await listTemplateStates({ ...analyst, now })).find((t) => t.id === 'morning')!;
      await startDueRuns({ transaction, now: due - 60 }, userOf);
      expect(await state(due - 60)).toMatchObject({ nextAt: new Date(due * 1000).toISOString(), last: null });
      for (let i = 0; i < 2; i++) await startDueRuns({ transaction, now: due + 30 }, userOf);
      const after = await state(due + 30);
      expect(after.last).toMatchObject({
        dueAt: new Date(due * 1000).toISOString(),
        failure: null,
        failed: 0,
      });
      expect(after.last!.runIds).toHaveLength(1);
      expect((await readRun(analyst, after.last!.runIds[0]!)).createdBy).toBe(analyst.user.name);
      const day = 86_400;
      await startDueRuns({ transaction, now: due + day + 30 }, async () => null);
      expect((await state(due + day + 30)).last).toMatchObject({
        runIds: [],
        failure: { code: 'owner-gone' },
      });
      await startDueRuns({ transaction, now: due + 2 * day + 7200 }, userOf);
      expect((await state(due + 2 * day + 7200)).last).toMatchObject({ failure: { code: 'missed' } });
    }));
});
