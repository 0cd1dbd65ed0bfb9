import { whoIsIn } from '@/server/set-up/crews/who-is-in';
import { readObject } from '@/server/shared/objects/read-objects';
import type { Unit } from '@/server/shared/unit';
import { unitAs } from '../../support/database';
import { bareOf } from '../../support/objects';
import { asAnalyst, change, make, somebody } from '../../support/set-up';

async function crewOf(unit: Unit, more: Record<string, unknown> = {}) {
  for (const id of ['lead', 'mate', 'spare']) await make(unit, 'technicians', id, somebody(`Some ${id}`));
  await make(unit, 'crews', 'crew', {
    name: 'Crew',
    territoryId: 'quay',
    leaderId: 'lead',
    validFrom: '2026-06-01',
    members: [{ technicianId: 'mate' }],
  });
  return { ...bareOf(await readObject(unit, 'crews', 'crew')), ...more };
}
const statesOf = (days: Awaited<ReturnType<typeof whoIsIn>>, id: string, date: string) =>
  days.people.find((p) => p.id === id)?.states[days.dates.indexOf(date)];

describe('who of a crew is in', () => {
  it('leader, members, a stand-in, those who come along and those who are away, before anything is saved', () =>
    asAnalyst(async (unit) => {
      const value = await crewOf(unit, {
        changes: [
          { technicianId: 'lead', change: 'away', validFrom: '2026-06-11', validTo: '2026-06-11' },
          { technicianId: 'spare', change: 'leads', validFrom: '2026-06-11', validTo: '2026-06-12' },
        ],
      });
      const days = await whoIsIn(unit, { id: 'crew', value });
      expect(days.dates).toHaveLength(14);
      // Tuesday to Friday, and no Saturday.
      expect(days.works.slice(0, 5)).toEqual([true, true, true, true, false]);
      expect(['lead', 'mate', 'spare'].map((id) => statesOf(days, id, '2026-06-10'))).toEqual([
        'leads',
        'in',
        null,
      ]);
      expect(['lead', 'mate', 'spare'].map((id) => statesOf(days, id, '2026-06-11'))).toEqual([
        'away',
        'in',
        'leads',
      ]);
      expect(['lead', 'mate', 'spare'].map((id) => statesOf(days, id, '2026-06-12'))).toEqual([
        'in',
        'in',
        'leads',
      ]);
    }));

  it('says when nobody leads it', () =>
    asAnalyst(async (unit) => {
      const value = await crewOf(unit, {
        changes: [{ technicianId: 'lead', change: 'away', validFrom: '2026-06-11', validTo: '2026-06-14' }],
      });
      const days = await whoIsIn(unit, { id: 'crew', value });
      expect(days.leaderless).toEqual(['2026-06-11', '2026-06-12']);
      expect(['lead', 'mate'].map((id) => statesOf(days, id, '2026-06-11'))).toEqual(['away', 'in']);
    }));

  it('clashes with time off and with another crew', () =>
    asAnalyst(async (unit) => {
      const value = await crewOf(unit);
      await change(unit, 'technicians', 'mate', {
        exceptions: [{ date: '2026-06-10', kind: 'off', startMin: 0, endMin: 1440, reason: 'Away' }],
      });
      await make(unit, 'crews', 'other', {
        name: 'Other crew',
        territoryId: 'quay',
        leaderId: 'spare',
        validFrom: '2026-06-12',
        members: [{ technicianId: 'mate' }],
      });
      const days = await whoIsIn(unit, { id: 'crew', value });
      expect(['2026-06-10', '2026-06-11', '2026-06-12'].map((d) => statesOf(days, 'mate', d))).toEqual([
        'off',
        'in',
        'other-crew',
      ]);
      expect(days.people.find((p) => p.id === 'mate')?.facts[3]).toBe('Other crew');
    }));

  it('tells nothing about whoever is out of sight', () =>
    asAnalyst(async (unit) => {
      const value = {
        ...(await crewOf(unit)),
        members: [{ technicianId: 'tech-36' }, { technicianId: 'nobody' }],
      };
      const quay = await unitAs(unit.transaction, 'analyst', ['quay']);
      const days = await whoIsIn(quay, { id: 'crew', value });
      expect(days.people.map((p) => p.id)).toEqual(['lead']);
    }));

  it('clashes with visits of their own in the live plan', () =>
    asAnalyst(async (unit) => {
      const value = {
        ...bareOf(await readObject(unit, 'crews', 'crew-quay')),
        changes: [
          { technicianId: 'tech-13', change: 'extra', validFrom: '2026-06-09', validTo: '2026-06-22' },
        ],
      };
      const days = await whoIsIn(unit, { id: 'crew-quay', value });
      expect(days.people.find((p) => p.id === 'tech-13')?.states).toContain('own-visits');
    }));
});
