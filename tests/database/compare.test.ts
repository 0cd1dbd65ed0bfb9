import { OBJECTIVES } from '@/core/index';
import { acceptDraft } from '@/server/plan/accept/accept-draft';
import { comparePlans, readTradeOff } from '@/server/plan/compare-plans';
import { listAcceptances } from '@/server/plan/drafts';
import { readMeasureDetail } from '@/server/plan/read-detail';
import { readScorelineMore } from '@/server/plan/read-scoreline';
import { readPersonWhy, readVisitWhy } from '@/server/plan/read-why';
import { openPlan } from '@/server/shared/plans/open-plan';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { draftBy } from '../support/drafts';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay'], firstDate: '2026-06-10', lastDate: '2026-06-11' };

describe('plans side by side', () => {
  it('every figure is the sum of what it opens, in every plan', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draftBy(unit, {
        territoryIds: ['quay'],
        firstDate: EXTENT.firstDate,
        lastDate: EXTENT.lastDate,
      });
      const { plans } = await comparePlans(unit, { planIds: ['live', planId], extent: EXTENT });
      expect(plans.map((p) => p.id)).toEqual(['live', planId]);
      for (const plan of plans) {
        const { kept } = await openPlan(unit, plan.id, EXTENT);
        // Both are priced by one playbook: amounts are the same by whichever.
        for (const o of OBJECTIVES) {
          const detail = await readMeasureDetail(unit, { planId: plan.id, extent: EXTENT }, o);
          const sum = detail.contributions.reduce((n, c) => n + c.amount, 0);
          if (detail.more === 0) expect(sum).toBe(kept.verdict.parts[o].amount);
          expect(kept.verdict.parts[o].amount).toBe(plan.parts[o].amount);
        }
        const driven = plan.people.reduce((n, p) => n + p.travelSec, 0);
        expect(driven).toBe(plan.parts.travelTime.amount);
        expect(plan.outings.reduce((n, o) => n + o.travelSec, 0)).toBe(driven);
        expect(plan.outings).toHaveLength(plan.days);
        expect(plan.people.reduce((n, p) => n + p.overtimeSec, 0)).toBe(plan.parts.overtime.amount);
        expect(plan.lateMin.length).toBe(plan.parts.missedWindows.amount);
        expect(plan.chance!.mean).toBeGreaterThan(0);
        expect(plan.chance!.mean).toBeLessThanOrEqual(1);
      }
    }));

  it('lists visits that differ with where each plan has them, dearest first', () =>
    asAnalyst(async (unit) => {
      const { planId } = await draftBy(unit, {
        territoryIds: ['quay'],
        firstDate: EXTENT.firstDate,
        lastDate: EXTENT.lastDate,
      });
      const { differing } = await comparePlans(unit, { planIds: ['live', planId], extent: EXTENT });
      expect(differing.length).toBeGreaterThan(0);
      const [live, draft] = [await openPlan(unit, 'live', EXTENT), await openPlan(unit, planId, EXTENT)];
      const startOf = ({ kept }: typeof live, id: string) => {
        const stop = kept.verdict.timed.routes.flatMap((r) => r.stops).find((s) => s.visit.id === id);
        return stop ? kept.built.originSec + stop.startSec : undefined;
      };
      const spreads = differing.map((d) => Math.abs(d.price[1]! - d.price[0]!));
      expect(spreads).toEqual([...spreads].sort((a, b) => b - a));
      for (const d of differing) {
        expect(d.at[0]![0]?.startAt).toBe(startOf(live, d.visitId));
        expect(d.at[1]![0]?.startAt).toBe(startOf(draft, d.visitId));
      }
      const same = await comparePlans(unit, { planIds: ['live', 'live'], extent: EXTENT });
      expect([same.plans.length, same.differing.length]).toEqual([1, 0]);
      expect((await readTradeOff(unit, { planIds: ['live'], extent: EXTENT })).map((t) => t.id)).toEqual([
        planId,
      ]);
    }));

  it('are out of sight where their territories are', () =>
    rolledBack(async (transaction) => {
      const north = await unitAs(transaction, 'analyst', ['north']);
      expect((await refusalOf(comparePlans(north, { planIds: ['live'], extent: EXTENT }))).code).toBe(
        'not-found',
      );
      expect((await refusalOf(comparePlans(north, { planIds: [], extent: EXTENT }))).code).toBe('invalid');
    }));
});

describe('why', () => {
  const asked = { planId: 'live', extent: { ...EXTENT, firstDate: '2026-06-09' } };

  it('a loose end: the funnel runs from all days down to those left, each step says who', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', asked.extent);
      const loose = kept.built.plan.unplannedVisitIds[0]!;
      const why = await readVisitWhy(unit, asked, loose);
      expect(why.isLoose).toBe(true);
      expect(why.shifts - why.steps.reduce((n, s) => n + s.removed, 0)).toBe(why.left);
      for (const step of why.steps) {
        const days = step.who.reduce((n, w) => n + w.dates.length, 0);
        if (step.who.length < 60) expect(days).toBeLessThanOrEqual(step.removed);
        expect(step.removed === 0).toBe(days === 0);
      }
    }));

  it('a planned visit: the best other places, cheapest first, with what each changes', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', asked.extent);
      const planned = kept.verdict.timed.routes
        .flatMap((r) => r.stops)
        .find((s) => !s.visit.id.includes('~'))!.visit.id;
      const why = await readVisitWhy(unit, asked, planned);
      expect(why.isLoose).toBe(false);
      const prices = why.places.map((p) => p.price);
      expect(prices).toEqual([...prices].sort((a, b) => a - b));
      for (const p of why.places) expect(OBJECTIVES.reduce((n, o) => n + p.change[o].price, 0)).toBe(p.price);
    }));

  it('a person: hours, and what stops loose ends from being theirs', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', asked.extent);
      const { personId } = kept.built.problem.shifts[0]!;
      const why = await readPersonWhy(unit, asked, personId);
      expect(why.loose).toBe(kept.built.plan.unplannedVisitIds.length);
      expect(why.possible + why.stopped.reduce((n, s) => n + s.count, 0)).toBe(why.loose);
      expect((await refusalOf(readPersonWhy(unit, asked, 'nobody'))).code).toBe('not-found');
    }));
});

describe('beside the figures', () => {
  const asked = {
    planId: 'live',
    extent: { territoryIds: ['quay'], firstDate: '2026-06-08', lastDate: '2026-06-12' },
  };

  it('what no plan can mend is told apart from what this one missed', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', asked.extent);
      const { beyond, chance, chances, margin, baseline, runs } = await readScorelineMore(unit, asked);
      const shares = chances.map(([, share]) => share);
      expect(shares.reduce((a, b) => a + b, 0) / shares.length).toBeCloseTo(chance!, 12);
      expect(shares).toEqual([...shares].sort((a, b) => a - b));
      expect(margin).toMatchObject({ playbook: 'Everyday', min: 0, pricePerMin: 0 });
      const loose = new Set(kept.built.plan.unplannedVisitIds);
      expect(beyond.loose.every((l) => loose.has(l.visitId))).toBe(true);
      expect(beyond.loose.length).toBeLessThan(loose.size);
      // A fortnight later all of it is past.
      const later = await readScorelineMore({ ...unit, now: unit.now + 40 * 86_400 }, asked);
      expect(later.beyond.loose).toHaveLength(loose.size);
      expect(later.beyond.loose.every((l) => l.why === 'past')).toBe(true);
      expect([chance !== null && chance > 0, baseline, runs]).toEqual([true, null, []]);
    }));

  it('a draft has the chance of the live plan beside its own; acceptances are listed with what was before', () =>
    asAnalyst(async (unit) => {
      const extent = { ...EXTENT };
      const { planId } = await draftBy(unit, {
        territoryIds: ['quay'],
        firstDate: extent.firstDate,
        lastDate: extent.lastDate,
      });
      const more = await readScorelineMore(unit, { planId, extent });
      expect(more.baseline).not.toBeNull();
      const { commandId } = await acceptDraft(unit, planId);
      const [first] = await listAcceptances(unit);
      expect(first).toMatchObject({ commandId, part: 'all', isUndone: false, by: unit.user.name, extent });
      const north = await unitAs(unit.transaction, 'analyst', ['north']);
      expect(await listAcceptances(north)).toEqual([]);
    }));
});
