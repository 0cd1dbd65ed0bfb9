import { listUnfinished } from '@/server/day/go-on';
import { readDay } from '@/server/day/read-day';
import { readPlanView } from '@/server/plan/read-plan-view';
import { leaveDatabase } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const ALL = ['north', 'quay', 'westisle', 'sallow', 'heights', 'farside'];
const YESTERDAY = '2026-06-08';

describe('yesterday in the demo', () => {
  it('is over: each visit is done or could not be done, with why, and only the latter are left', () =>
    asAnalyst(async (unit) => {
      const extent = { territoryIds: ALL, firstDate: YESTERDAY, lastDate: YESTERDAY };
      const plan = await readPlanView(unit, 'live', extent);
      expect(plan.people.length).toBeGreaterThan(0);
      const day = await readDay(unit, { territoryIds: ALL, date: YESTERDAY });
      const stops = day.people.flatMap((p) => p.stops);
      expect(stops.length).toBeGreaterThan(100);
      const inVain = stops.filter((s) => s.state === 'not-done');
      expect(stops.filter((s) => s.state === 'done').length + inVain.length).toBe(stops.length);
      expect(inVain.length).toBeGreaterThan(0);
      for (const s of inVain) expect(s.reason).not.toBe('');
      const left = await listUnfinished(unit, { territoryIds: ALL, date: '2026-06-09' });
      expect(left.visits.map((v) => v.visitId).sort()).toEqual(inVain.map((s) => s.visitId).sort());
      expect(left.visits.every((v) => v.workedMin > 0 && v.reason !== '')).toBe(true);
    }));

  it('is told as it was: nothing of it is still to come, and its figures are those of its visits', () =>
    asAnalyst(async (unit) => {
      const day = await readDay(unit, { territoryIds: ALL, date: YESTERDAY });
      const stops = day.people.flatMap((p) => p.stops);
      expect(day.figures.done).toBe(stops.filter((s) => s.state === 'done').length);
      expect(day.figures.all).toBe(stops.length);
      expect(day.needs.map((n) => n.kind).filter((k) => k === 'will-miss' || k === 'not-started')).toEqual(
        [],
      );
      for (const s of stops) expect(s.finishAt).toBeLessThanOrEqual(day.now);
    }));
});
