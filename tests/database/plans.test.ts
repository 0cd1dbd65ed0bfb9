import { verifyPlan } from '@/core/index';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readVisits } from '@/db/repositories/shared/schedule';
import { judgePlan } from '@/server/shared/judge-plan';
import { livePlaybook } from '@/server/shared/playbooks';
import { ALL_TERRITORIES, leaveDatabase, rolledBack } from '../support/database';

afterAll(leaveDatabase);

describe('the live plan of the demo', () => {
  it.each(ALL_TERRITORIES)('breaks no rule, however it is cut: %s day by day', async (territory) => {
    await rolledBack(async (transaction) => {
      const live = await readLivePlan(transaction);
      const { content } = await livePlaybook(transaction);
      for (const day of ['08', '09', '10', '11', '12', '13', '15', '16', '18', '19']) {
        const date = `2026-06-${day}`;
        const extent = { territoryIds: [territory], firstDate: date, lastDate: date };
        const { verdict } = await judgePlan({ transaction }, live, extent, content);
        expect([date, verdict.violations]).toEqual([date, []]);
      }
    });
  });

  it('works out no leg that nobody drives', async () => {
    await rolledBack(async (transaction) => {
      const live = await readLivePlan(transaction);
      const { content } = await livePlaybook(transaction);
      const extent = { territoryIds: ALL_TERRITORIES, firstDate: '2026-06-08', lastDate: '2026-06-21' };
      const { built } = await judgePlan({ transaction }, live, extent, content);
      let asked = 0;
      const counted = new Proxy(built.problem.travel.distanceM, {
        get: (target, key) => {
          if (key !== 'length') asked++;
          return Reflect.get(target, key) as unknown;
        },
      });
      verifyPlan({ ...built.problem, travel: { ...built.problem.travel, distanceM: counted } }, built.plan);
      const driven = built.plan.routes.reduce((sum, r) => sum + r.stops.length + 2, 0);
      expect(asked).toBeLessThan(driven * 6);
    });
  });

  it('has uses of all that the demo shows', async () => {
    await rolledBack(async (transaction) => {
      const live = await readLivePlan(transaction);
      const { content } = await livePlaybook(transaction);
      const extent = { territoryIds: ALL_TERRITORIES, firstDate: '2026-06-08', lastDate: '2026-06-21' };
      const { built } = await judgePlan({ transaction }, live, extent, content);
      const { problem } = built;
      const count = (test: (v: (typeof problem.visits)[number]) => unknown): number =>
        problem.visits.filter(test).length;
      expect(count((v) => (v.people ?? 1) > 1)).toBeGreaterThan(2);
      expect(count((v) => v.crewOf)).toBeGreaterThan(2);
      expect(count((v) => v.equipment)).toBeGreaterThan(5);
      expect(count((v) => v.parts)).toBeGreaterThan(50);
      expect(count((v) => v.after)).toBeGreaterThan(2);
      expect(count((v) => v.id.includes('/'))).toBeGreaterThan(2);
      expect(count((v) => v.avoidPersonIds)).toBeGreaterThan(2);
      expect(problem.shifts.filter((s) => s.memberIds).length).toBeGreaterThan(8);
      expect(problem.limits?.length).toBeGreaterThan(20);
      expect(problem.travel.byTime?.slices.length).toBeGreaterThan(1);
      const crewless = problem.shifts.filter((s) => s.territories.some((t) => t.relation === 'loan'));
      expect(crewless.length).toBeGreaterThan(3);
    });
  });
});

describe('visits as they are read', () => {
  it('lie in the territories and the time, others only where they are named', async () => {
    await rolledBack(async (transaction) => {
      const wanted = { territoryIds: ['quay'], fromAt: 0, toAt: 4_000_000_000 };
      const own = await readVisits(transaction, { ...wanted, visitIds: [] });
      expect(own.length).toBeGreaterThan(50);
      expect(new Set(own.map((v) => v.territoryId))).toEqual(new Set(['quay']));
      expect(await readVisits(transaction, { ...wanted, toAt: 1, visitIds: [] })).toEqual([]);
      const named = await readVisits(transaction, { ...wanted, toAt: 1, visitIds: [own[0]!.id] });
      expect(named.map((v) => v.id)).toEqual([own[0]!.id]);
    });
  });
});
