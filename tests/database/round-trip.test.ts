import type { Plan } from '@/core/index';
import { readLivePlan, readPlan } from '@/db/repositories/plan/plans';
import { judgePlan } from '@/server/shared/judge-plan';
import { livePlaybook } from '@/server/shared/playbooks';
import { ALL_TERRITORIES, leaveDatabase, rolledBack, unitAs } from '../support/database';
import { draftBy } from '../support/drafts';

afterAll(leaveDatabase);

/** Routes by shift, so that two plans can be compared whatever their order. */
function routes(plan: Plan): Map<string, unknown> {
  return new Map(
    plan.routes.filter((r) => r.stops.length > 0).map(({ shiftId, ...route }) => [shiftId, route]),
  );
}

describe('a plan that is stored comes back as it was', () => {
  it('several people, breaks, units, crews, long jobs and links included', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const extent = { territoryIds: ALL_TERRITORIES, firstDate: '2026-06-09', lastDate: '2026-06-13' };
      const { planId, plan } = await draftBy(unit, { ...extent, iterations: 1500 });
      const { content } = await livePlaybook(transaction);
      const stored = (await readPlan(transaction, planId))!;
      const { built, verdict } = await judgePlan(unit, stored, extent, content);
      expect(verdict.violations).toEqual([]);
      const [made, back] = [routes(plan), routes(built.plan)];
      expect([...back.keys()].sort()).toEqual([...made.keys()].sort());
      for (const [shiftId, route] of made) expect([shiftId, back.get(shiftId)]).toEqual([shiftId, route]);
      expect([...built.plan.unplannedVisitIds].sort()).toEqual([...plan.unplannedVisitIds].sort());
      expect(verdict.price).toBe(plan.price);
      // What this is about is really in the plan.
      const stops = plan.routes.flatMap((r) => r.stops);
      const visits = new Map(built.problem.visits.map((v) => [v.id, v]));
      expect(stops.some((s) => (s.equipmentIds?.length ?? 0) > 0)).toBe(true);
      expect(stops.some((s) => (visits.get(s.visitId)?.people ?? 1) > 1)).toBe(true);
      expect(stops.some((s) => visits.get(s.visitId)?.crewOf !== undefined)).toBe(true);
      expect(stops.some((s) => s.visitId.includes('/'))).toBe(true);
      expect(stops.some((s) => visits.get(s.visitId)?.after)).toBe(true);
    });
  });

  it('of a draft the live plan lies beneath: what it did not decide is as it was', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const { content } = await livePlaybook(transaction);
      const { planId } = await draftBy(unit, { territoryIds: ['quay'], firstDate: '2026-06-10' });
      const other = { territoryIds: ['heights'], firstDate: '2026-06-10', lastDate: '2026-06-10' };
      const draft = await judgePlan(unit, (await readPlan(transaction, planId))!, other, content);
      const live = await judgePlan(unit, await readLivePlan(transaction), other, content);
      expect(draft.verdict.violations).toEqual([]);
      expect(draft.verdict.parts).toEqual(live.verdict.parts);
    });
  });
});

describe('a run', () => {
  it('moves nothing that begins before now and the holding time, and places nothing there', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const extent = { territoryIds: ['quay'], firstDate: '2026-06-09', lastDate: '2026-06-09' };
      const { content } = await livePlaybook(transaction);
      const before = await judgePlan(unit, await readLivePlan(transaction), extent, content);
      const { planId } = await draftBy(unit, extent);
      const after = await judgePlan(unit, (await readPlan(transaction, planId))!, extent, content);
      const notBefore = unit.now + 30 * 60 - before.built.originSec;
      const seats = ({ built }: typeof before): string[] =>
        built.plan.routes.flatMap((r) =>
          r.stops.filter((s) => s.startSec < notBefore).map((s) => `${r.shiftId} ${s.visitId} ${s.startSec}`),
        );
      expect(seats(before).length).toBeGreaterThan(5);
      expect(seats(after).sort()).toEqual(seats(before).sort());
    });
  });
});
