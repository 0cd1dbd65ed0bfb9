import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { saveObject } from '@/server/shared/objects/save-object';
import { generateMaintenance, previewMaintenance } from '@/server/work/maintenance/generate';
import { readWork } from '@/server/work/read-work';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { bareOf } from '../../support/objects';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const QUARTER = { firstDate: '2026-07-01', lastDate: '2026-09-30' };

describe('maintenance for a quarter', () => {
  it('is shown before it is made, made once however often it is asked for, and goes with one undo', () =>
    asAnalyst(async (unit) => {
      const before = await previewMaintenance(unit, 'plan-quarterly', QUARTER);
      expect(before.fresh).toBeGreaterThan(20);
      expect(before.there).toBe(0);
      expect(before.visits.every((v) => v.date === '2026-07-06')).toBe(true);
      expect(before.forecast).toContainEqual(
        expect.objectContaining({ week: '2026-07-06', skill: 'Safety inspection' }),
      );
      const made = await generateMaintenance(unit, 'plan-quarterly', QUARTER);
      expect(made.made).toBe(before.fresh);
      const after = await previewMaintenance(unit, 'plan-quarterly', QUARTER);
      expect(after).toMatchObject({ fresh: 0, there: before.fresh });
      expect((await generateMaintenance(unit, 'plan-quarterly', QUARTER)).made).toBe(0);
      expect((await readWork(unit, { planId: 'plan-quarterly' })).total).toBe(before.fresh);
      await undoCommand(unit, made.commandId!);
      expect((await previewMaintenance(unit, 'plan-quarterly', QUARTER)).fresh).toBe(before.fresh);
    }));

  it('says what clashes with the agreement and with days that are closed', () =>
    asAnalyst(async (unit) => {
      const plan = await readObject(unit, 'maintenance-plans', 'plan-quarterly');
      await saveObject(unit, 'maintenance-plans', plan.id, {
        version: plan.version,
        value: {
          ...bareOf(plan),
          agreementId: 'agreement-lay-bys',
          rule: 'FREQ=MONTHLY;INTERVAL=3;BYDAY=1SU',
        },
      });
      const shown = await previewMaintenance(unit, plan.id, QUARTER);
      const clashes = new Set(shown.visits.flatMap((v) => v.clashes));
      expect(clashes).toContain('not-covered');
      const next = await previewMaintenance(unit, plan.id, {
        firstDate: '2027-01-01',
        lastDate: '2027-03-31',
      });
      expect(next.visits.every((v) => v.clashes.includes('outside-agreement'))).toBe(true);
    }));

  it('reaches only the territories that somebody sees, and is made only by whoever may', () =>
    asAnalyst(async (unit) => {
      const west = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const all = await previewMaintenance(unit, 'plan-quarterly', QUARTER);
      const own = await previewMaintenance(west, 'plan-quarterly', QUARTER);
      expect(own.visits.length).toBeLessThan(all.visits.length);
      expect(new Set(own.visits.map((v) => v.territory))).toEqual(new Set(['Westisle']));
      const reader = await unitAs(unit.transaction, 'manager', ['westisle']);
      expect((await refusalOf(generateMaintenance(reader, 'plan-quarterly', QUARTER))).code).toBe(
        'not-found',
      );
      const far = { firstDate: '2026-01-01', lastDate: '2030-01-01' };
      expect((await refusalOf(previewMaintenance(unit, 'plan-quarterly', far))).code).toBe('invalid');
    }));
});
