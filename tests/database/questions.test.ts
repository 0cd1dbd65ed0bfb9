import { planView } from '@/contract/plan/plan-view';
import { OBJECTIVES } from '@/core/index';
import { readMeasureDetail, readPersonDetail, readVisitDetail } from '@/server/plan/read-detail';
import { readPlanDefaults } from '@/server/plan/read-plan-defaults';
import { readPlanView } from '@/server/plan/read-plan-view';
import { ALL_TERRITORIES, leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';

afterAll(leaveDatabase);

const week = { territoryIds: ALL_TERRITORIES, firstDate: '2026-06-08', lastDate: '2026-06-14' };
const dayOf = (territoryIds: readonly string[], date = '2026-06-09') => ({
  territoryIds,
  firstDate: date,
  lastDate: date,
});

describe('the plan as it is drawn', () => {
  it('has the shape that the page reads, and every stop and loose end is a visit of it', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const view = planView.parse(await readPlanView(unit, 'live', week));
      const known = new Set(view.visits.map((v) => v.id));
      const stops = view.people.flatMap((p) => p.shifts.flatMap((s) => s.route?.stops ?? []));
      expect(stops.length).toBeGreaterThan(100);
      for (const { visitId } of stops) expect(known.has(visitId)).toBe(true);
      for (const id of view.looseIds) expect(known.has(id)).toBe(true);
      const places = view.people.flatMap((p) => p.shifts.flatMap((s) => [s.from ?? 0, s.to ?? 0]));
      expect(Math.max(...places)).toBeLessThan(view.places.length);
      expect(view.violations).toEqual([]);
      expect(view.baseline).toBeNull();
    });
  });

  it('keeps from those of one territory what lies in others: no homes, no names of work, no slack', async () => {
    await rolledBack(async (transaction) => {
      const own = new Set(['north']);
      const unit = await unitAs(transaction, 'analyst', [...own]);
      let busy = 0;
      for (const date of ['2026-06-09', '2026-06-10', '2026-06-11', '2026-06-12']) {
        const view = await readPlanView(unit, 'live', dayOf([...own], date));
        for (const visit of view.visits) expect(own.has(visit.territoryId)).toBe(true);
        const strangers = view.people.filter((p) => !own.has(p.homeTerritory));
        for (const shift of strangers.flatMap((p) => p.shifts))
          expect(shift.from ?? shift.to).toBeUndefined();
        const hidden = view.people
          .flatMap((p) => p.shifts.flatMap((s) => s.route?.stops ?? []))
          .filter((s) => s.visitId === '');
        for (const stop of hidden) expect(stop.slackSec).toBe(0);
        busy += hidden.length;
      }
      expect(busy).toBeGreaterThan(0);
    });
  });

  it('is not there for territories out of sight, unknown plans and other roles', async () => {
    await rolledBack(async (transaction) => {
      const analyst = await unitAs(transaction, 'analyst', ['quay']);
      const technician = await unitAs(transaction, 'technician', ['quay']);
      const asked = [
        readPlanView(analyst, 'live', dayOf(['quay', 'north'])),
        readPlanView(analyst, 'live', dayOf(['moon'])),
        readPlanView(analyst, 'draft-of-nobody', dayOf(['quay'])),
        readPlanView(technician, 'live', dayOf(['quay'])),
      ];
      for (const work of asked) expect((await refusalOf(work)).code).toBe('not-found');
    });
  });

  it('of days that cannot be is refused by field', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      for (const extent of [
        { ...dayOf(['quay']), lastDate: '2026-06-01' },
        { ...dayOf(['quay']), lastDate: '2026-09-01' },
        dayOf(['quay'], '0000-01-01'),
      ]) {
        const { code, facts } = await refusalOf(readPlanView(unit, 'live', extent));
        expect(code).toBe('invalid');
        expect((facts.problems as { path: string }[])[0]?.path).toMatch(/Date$/);
      }
    });
  });
});

describe('what stands behind something', () => {
  it('adds up: the contributions of every measure are the figure of the plan', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const asked = { planId: 'live', extent: dayOf(ALL_TERRITORIES) };
      const { parts } = await readPlanView(unit, 'live', asked.extent);
      for (const measure of OBJECTIVES) {
        const { contributions, more } = await readMeasureDetail(unit, asked, measure);
        const prices = contributions.map((c) => c.price);
        expect(prices).toEqual([...prices].sort((a, b) => b - a));
        const sum = prices.reduce((total, price) => total + price, 0);
        // What is not told one by one is no dearer than the last that is.
        const rest = parts[measure].price - sum;
        if (more === 0) expect([measure, Math.round(rest)]).toEqual([measure, 0]);
        else expect(rest).toBeLessThanOrEqual(more * prices.at(-1)!);
      }
    });
  });

  it('a visit tells needs and holder; the holder has the skills', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const asked = { planId: 'live', extent: dayOf(['quay']) };
      const view = await readPlanView(unit, 'live', asked.extent);
      const planned = view.people.flatMap((p) =>
        p.shifts.flatMap((s) => (s.route?.stops ?? []).map((stop) => ({ person: p.id, id: stop.visitId }))),
      );
      const own = planned.filter((p) => p.id !== '').slice(0, 8);
      expect(own.length).toBe(8);
      for (const { person, id } of own) {
        const detail = await readVisitDetail(unit, asked, id);
        expect(detail.held.map((h) => h.personId)).toContain(person);
        expect(detail.price).not.toBeNull();
        for (const need of detail.anySkill ? [] : detail.skills)
          for (const holder of detail.held.filter(() => detail.people === 1 && detail.crewOf === null))
            expect(holder.skills.find((s) => s.name === need.name)?.level).toBeGreaterThanOrEqual(need.level);
      }
      const loose = view.looseIds[0];
      if (loose) expect((await readVisitDetail(unit, asked, loose)).price).toBeNull();
    });
  });

  it('a visit of two people costs what the measures say of it, counted once where it counts once', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const extent = { ...week, lastDate: '2026-06-21' };
      const asked = { planId: 'live', extent };
      const view = await readPlanView(unit, 'live', extent);
      const loose = new Set(view.looseIds);
      const pair = view.visits.find((v) => (v.people ?? 1) > 1 && !loose.has(v.id))!;
      const { price, held } = await readVisitDetail(unit, asked, pair.id);
      expect(held.length).toBe(pair.people);
      for (const measure of ['daysWaited', 'lateness', 'travelTime'] as const) {
        const { contributions, more } = await readMeasureDetail(unit, asked, measure);
        const own = contributions.filter((c) => c.visitId === pair.id);
        const sum = own.reduce((total, c) => total + c.amount, 0);
        if (more === 0) expect([measure, sum]).toEqual([measure, price![measure].amount]);
        else expect(price![measure].amount).toBeGreaterThanOrEqual(sum);
        if (measure !== 'travelTime') expect(own.length).toBeLessThanOrEqual(1);
      }
    });
  });

  it('a person’s days cost what the measures say together', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const asked = { planId: 'live', extent: dayOf(['quay']) };
      const view = await readPlanView(unit, 'live', asked.extent);
      const person = view.people.find((p) => p.shifts.some((s) => s.route?.stops.length))!;
      const { days } = await readPersonDetail(unit, asked, person.id);
      expect(days.map((d) => d.date)).toEqual(['2026-06-09']);
      const { contributions } = await readMeasureDetail(unit, asked, 'travelTime');
      const own = contributions.filter((c) => c.personId === person.id).reduce((sum, c) => sum + c.price, 0);
      expect(Math.round(own)).toBe(Math.round(days[0]!.price.travelTime.price));
    });
  });

  it('is not there for what lies out of sight or is unknown', async () => {
    await rolledBack(async (transaction) => {
      const all = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      const view = await readPlanView(all, 'live', dayOf(['north']));
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const asked = { planId: 'live', extent: dayOf(['quay']) };
      const elsewhere = view.visits.find((v) => v.territoryId === 'north')!;
      for (const id of [elsewhere.id, 'nothing', '']) {
        expect((await refusalOf(readVisitDetail(unit, asked, id))).code).toBe('not-found');
        expect((await refusalOf(readPersonDetail(unit, asked, id))).code).toBe('not-found');
      }
    });
  });
});

describe('what the plan opens with', () => {
  it('is one’s own territories, the newest playbooks and today where they are', async () => {
    await rolledBack(async (transaction) => {
      const late = Date.UTC(2026, 5, 9, 23, 30) / 1000;
      const unit = await unitAs(transaction, 'analyst', ['quay', 'heights'], { now: late });
      const { territories, playbooks, date, mayRun } = await readPlanDefaults(unit);
      expect(territories.map((t) => t.id).sort()).toEqual(['heights', 'quay']);
      expect(new Set(playbooks.map((p) => p.name)).size).toBe(playbooks.length);
      // Half past midnight on the island.
      expect(date).toBe('2026-06-10');
      expect(mayRun).toBe(true);
      const reader = await unitAs(transaction, 'analyst', ['quay'], { mayChange: false });
      expect((await readPlanDefaults(reader)).mayRun).toBe(false);
    });
  });
});
