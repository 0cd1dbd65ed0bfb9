import { findAnything } from '@/server/find/find-anything';
import { readSheets } from '@/server/plan/read-sheets';
import { openPlan } from '@/server/shared/plans/open-plan';
import { leaveDatabase, refusalOf, unitAs } from '../support/database';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay'], firstDate: '2026-06-10', lastDate: '2026-06-10' };

describe('finding', () => {
  it('knows visits by number and by place, planned ones with their day, and people by name', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', EXTENT);
      const row = kept.loaded.data.visits.find((v) => v.territoryId === 'quay')!;
      const byNumber = await findAnything(unit, `W-${row.number}`);
      expect(byNumber.filter((f) => f.kind === 'visit').map((f) => f.id)).toContain(row.id);
      expect(
        (await findAnything(unit, row.site)).some((f) => f.kind === 'site' && f.title === row.site),
      ).toBe(true);
      const person = kept.loaded.data.technicians[0]!;
      const people = (await findAnything(unit, person.name.slice(0, 5).toUpperCase())).filter(
        (f) => f.kind === 'person',
      );
      expect(people.map((f) => f.id)).toContain(person.id);
      const planned = kept.loaded.data.placements.find((p) => p.date === '2026-06-10')!;
      const of = kept.loaded.data.visits.find((v) => v.id === planned.visitId)!;
      const found = (await findAnything(unit, String(of.number))).find((f) => f.id === of.id);
      expect(found?.date).toBe('2026-06-10');
    }));

  it('finds nothing out of sight, by a letter alone, or where signs of a pattern stand for themselves', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', EXTENT);
      const row = kept.loaded.data.visits.find((v) => v.territoryId === 'quay')!;
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await findAnything(far, `W-${row.number}`)).map((f) => f.id)).not.toContain(row.id);
      expect(await findAnything(unit, 'a')).toEqual([]);
      expect(await findAnything(unit, '%%')).toEqual([]);
      const technician = await unitAs(unit.transaction, 'technician', ['quay']);
      expect(await findAnything(technician, row.site)).toEqual([]);
    }));
});

describe('sheets', () => {
  it('say of every planned visit in sight where it is and what it needs', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', EXTENT);
      const sheets = await readSheets(unit, { planId: 'live', extent: EXTENT });
      const byId = new Map(sheets.map((s) => [s.id, s]));
      for (const route of kept.verdict.timed.routes) {
        for (const { visit } of route.stops.filter((s) => !s.visit.id.includes('~'))) {
          const row = kept.loaded.data.visits.find((v) => v.id === visit.id.split('/')[0])!;
          expect(byId.get(visit.id)).toMatchObject({ address: row.address, notes: row.notes });
        }
      }
      const far = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await refusalOf(readSheets(far, { planId: 'live', extent: EXTENT }))).code).toBe('not-found');
    }));
});
