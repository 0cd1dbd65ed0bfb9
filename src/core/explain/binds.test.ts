import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import { insertCheapest } from '../engine/index';
import { bindsToTry, MORE_ID, withMore } from './binds';

describe('what could be had more of', () => {
  const skilled = aVisit({ id: 'loose', skills: [{ skillId: 'volt', level: 3 }], territoryId: 't' });
  const problem = aProblem(
    [aShift({ territories: [{ territoryId: 't', relation: 'home' }] })],
    [aVisit({ id: 'done', territoryId: 't' }), skilled],
  );
  const planned = insertCheapest(problem);
  if (!planned.ok) throw new Error('nothing is held');
  const { plan } = planned.solution;

  it('is hours of the skills that loose ends ask for first, on the days on which they could be done', () => {
    expect(plan.unplannedVisitIds).toEqual(['loose']);
    const [first, ...others] = bindsToTry(problem, plan);
    expect(first).toEqual({
      kind: 'hours',
      skills: [{ skillId: 'volt', level: 3 }],
      territoryId: 't',
      dayIx: 0,
      addedSec: 3 * HOUR,
    });
    expect(others.map((b) => b.kind)).toEqual(['overtime', 'lateness', 'territory']);
  });

  it('with those hours the loose end has a place, by whoever would have them', () => {
    const more = withMore(problem, bindsToTry(problem, plan)[0]!)!;
    const tried = insertCheapest(more);
    expect(tried.ok && tried.solution.plan.unplannedVisitIds).toEqual([]);
    expect(tried.ok && tried.solution.plan.routes.map((r) => r.shiftId)).toContain(`${MORE_ID}@0`);
  });

  it('without anybody at work that day there is no model for it', () => {
    const empty = { ...problem, shifts: [] };
    expect(
      withMore(empty, { kind: 'hours', skills: [], territoryId: 't', dayIx: 0, addedSec: 60 }),
    ).toBeNull();
  });

  it('overtime, lateness and cover are for everybody', () => {
    expect(withMore(problem, { kind: 'overtime', addedSec: 60 })!.shifts[0]!.overtimeLimitSec).toBe(60);
    expect(withMore(problem, { kind: 'lateness', addedSec: 60 })!.visits[0]!.windows[0]!.latestSec).toBe(
      24 * HOUR + 60,
    );
    expect(withMore(problem, { kind: 'territory', setting: 'anybody' })!.rules.territory).toBe('anybody');
  });
});
