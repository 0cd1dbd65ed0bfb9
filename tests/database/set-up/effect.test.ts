import type { TryAnswer } from '@/contract/set-up/answers/effect';
import type { ObjectName } from '@/contract/shared/fields';
import { tryChange } from '@/server/set-up/effect/try-change';
import { readObject } from '@/server/shared/objects/read-objects';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { bareOf } from '../../support/objects';
import { asAnalyst, change, make, somebody, waiting } from '../../support/set-up';

afterAll(leaveDatabase);

async function tried(
  unit: Unit,
  object: ObjectName,
  id: string,
  patch: Record<string, unknown>,
): Promise<TryAnswer> {
  const value = { ...bareOf(await readObject(unit, object, id)), ...patch };
  return tryChange(unit, { object, id, value, date: '2026-06-09' });
}
const effectOf = async (...args: Parameters<typeof tried>) => (await tried(...args)).effect!;

describe('what a change does to the work, before it is made', () => {
  it('nothing, when nothing is changed; and nothing is written', async () => {
    await asAnalyst(async (unit) => {
      const effect = await effectOf(unit, 'technicians', 'tech-01', {});
      expect(effect.broken.count + effect.mended.count + effect.gained.count + effect.lost.count).toBe(0);
      expect(effect.hoursAfter).toBe(effect.hoursBefore);
      expect(effect.priceAfter).toBe(effect.priceBefore);
      await effectOf(unit, 'technicians', 'tech-01', { reachMin: 1 });
      expect(await readObject(unit, 'technicians', 'tech-01')).toMatchObject({ reachMin: null, version: 1 });
    });
  });

  it('a shorter reach breaks visits of the live plan and puts open ones out of reach', async () => {
    await asAnalyst(async (unit) => {
      const effect = await effectOf(unit, 'technicians', 'tech-01', { reachMin: 5, firstReachMin: 5 });
      expect(effect.broken.count).toBeGreaterThan(0);
      expect(effect.broken.first.every((b) => b.rule === 'reach' && b.person === 'Marn Jessimund')).toBe(
        true,
      );
      expect(effect.lost.count).toBeGreaterThan(0);
      expect(effect.gained.count).toBe(0);
    });
  });

  it('is what the saved change then is: the same plan breaks the same visits', async () => {
    await asAnalyst(async (unit) => {
      const { weekPatternId } = await readObject(unit, 'technicians', 'tech-13');
      const patch = { weekPatternId: 'part-time' };
      const said = await effectOf(unit, 'technicians', 'tech-13', patch);
      expect(said.broken.count).toBeGreaterThan(0);
      await change(unit, 'technicians', 'tech-13', patch);
      const back = await effectOf(unit, 'technicians', 'tech-13', { weekPatternId });
      expect(back.mended.count).toBe(said.broken.count);
      expect(back.gained.first).toEqual(said.lost.first);
      expect([back.hoursBefore, back.hoursAfter]).toEqual([said.hoursAfter, said.hoursBefore]);
      expect([back.priceBefore, back.priceAfter]).toEqual([said.priceAfter, said.priceBefore]);
    });
  });

  it('a skill opens work to somebody, and gives somebody to work that had nobody', async () => {
    await asAnalyst(async (unit) => {
      await make(unit, 'skills', 'k-new', { name: 'Charting' });
      await make(unit, 'job-kinds', 'j-new', {
        name: 'Chart it',
        durationMin: 45,
        skills: [{ skillId: 'k-new', level: 2 }],
      });
      const id = await waiting(unit, { siteId: 'site-100', jobKindId: 'j-new' });
      await change(unit, 'sites', 'site-100', { territoryId: 'quay' });
      await make(unit, 'technicians', 'p-new', somebody('Somebody new'));
      const held = (level: number) => [{ skillId: 'k-new', level, validFrom: '2026-01-01', validTo: null }];
      const low = await effectOf(unit, 'technicians', 'p-new', { skills: held(1) });
      expect(low.nowSomebody.count).toBe(0);
      const enough = await effectOf(unit, 'technicians', 'p-new', { skills: held(2) });
      expect(enough.nowSomebody.first.map((v) => v.id)).toEqual([id]);
    });
  });

  it('a kind that asks for more leaves its visits with nobody', async () => {
    await asAnalyst(async (unit) => {
      const effect = await effectOf(unit, 'job-kinds', 'firmware', {
        skills: [
          { skillId: 'network', level: 5 },
          { skillId: 'civil', level: 5 },
        ],
      });
      expect(effect.broken.count).toBeGreaterThan(0);
      expect(effect.broken.first.every((b) => b.what.startsWith('Firmware visit'))).toBe(true);
      expect(effect.nowNobody.count).toBeGreaterThan(0);
    });
  });

  it.each<[string, ObjectName, string, Record<string, unknown>, (t: TryAnswer['effect']) => boolean]>([
    [
      'hours of a territory',
      'territories',
      'quay',
      { weekPatternId: 'part-time' },
      (e) => e!.broken.count > 0,
    ],
    [
      'a week pattern',
      'week-patterns',
      'days',
      { weeks: [Array.from({ length: 7 }, () => [{ startMin: 600, endMin: 900 }])] },
      (e) => e!.broken.count > 0 && e!.hoursAfter !== e!.hoursBefore,
    ],
    [
      'who is in a crew',
      'crews',
      'crew-quay',
      { members: [{ technicianId: 'tech-13' }] },
      (e) => e!.gained.count + e!.lost.count > 0,
    ],
    [
      'units of equipment',
      'equipment',
      'lift-1',
      { outages: [{ startsAt: '2026-06-01T00:00:00Z', endsAt: '2026-07-01T00:00:00Z', reason: '' }] },
      (e) => e!.broken.count > 0,
    ],
    [
      'quiet hours',
      'territories',
      'quay',
      {
        quietHours: [
          { jobKindId: 'dead-charger', weekdays: [1, 2, 3, 4, 5, 6, 7], startMin: 0, endMin: 1440 },
        ],
      },
      (e) => e!.broken.count > 0 && e!.nowNobody.count > 0,
    ],
  ])('%s is told too', async (_what, object, id, patch, is) => {
    await asAnalyst(async (unit) => {
      const answer = await tried(unit, object, id, patch);
      expect(answer.problems).toEqual([]);
      expect(is(answer.effect)).toBe(true);
    });
  });

  it('a site that nobody finds any more loses everybody', async () => {
    await asAnalyst(async (unit) => {
      const id = await waiting(unit, { siteId: 'site-100', jobKindId: 'connector' });
      const effect = await effectOf(unit, 'sites', 'site-100', { lat: null, lon: null });
      expect(effect.nowNobody.first.map((v) => v.id)).toContain(id);
      const access = await effectOf(unit, 'sites', 'site-100', { accessPatternId: 'daylight' });
      expect(access.nowNobody.count).toBe(0);
    });
  });

  it('of what is not right says what, by field, and goes no further', async () => {
    await asAnalyst(async (unit) => {
      const answer = await tried(unit, 'technicians', 'tech-01', {
        zone: 'Moon/Base',
        weekPatternId: 'nowhere',
      });
      expect(answer.problems.map((p) => `${p.path} ${p.code}`).sort()).toEqual([
        'weekPatternId no-such',
        'zone zone',
      ]);
      expect(answer.effect).toBeNull();
      expect(answer.told?.before).not.toBeNull();
    });
  });

  it('is not told of what one may not see', async () => {
    await asAnalyst(async (unit) => {
      const west = await unitAs(unit.transaction, 'analyst', ['westisle']);
      const value = bareOf(await readObject(unit, 'technicians', 'tech-13'));
      expect((await refusalOf(tryChange(west, { object: 'technicians', id: 'tech-13', value }))).code).toBe(
        'not-found',
      );
      const technician = await unitAs(unit.transaction, 'technician', ['quay']);
      expect(
        (await refusalOf(tryChange(technician, { object: 'skills', id: 'cable', value: {} }))).code,
      ).toBe('not-found');
    });
  });
});

describe('what the optimizer is told about somebody on a day', () => {
  it('comes from the built problem, before and after the change', async () => {
    await asAnalyst(async (unit) => {
      const { told } = await tried(unit, 'technicians', 'tech-13', {
        overtimeLimitMin: 15,
        travelBeforeMin: 30,
        reachMin: 75,
        mostVisits: 8,
        payPerHour: 31,
      });
      const [before, after] = [told!.before!.shifts[0]!, told!.after!.shifts[0]!];
      expect(after).toMatchObject({
        overtimeMin: 15,
        allowanceBeforeMin: 30,
        reachMin: 75,
        mostVisits: 8,
        payPerHour: 31,
      });
      expect(after.startAt).toBe(before.startAt);
      expect(told!.after!.zone).toBe('Atlantic/Madeira');
      expect(told!.after!.could).toBeGreaterThan(0);
      expect(told!.after!.could).toBeLessThanOrEqual(told!.before!.could);
    });
  });

  it('nothing on a day off, and who takes them along in a crew', async () => {
    await asAnalyst(async (unit) => {
      const off = [{ date: '2026-06-09', kind: 'off', startMin: 0, endMin: 1440, reason: '' }];
      const answer = await tried(unit, 'technicians', 'tech-13', { exceptions: off });
      expect(answer.told!.after!.shifts).toEqual([]);
      // Tuesday is a day of the crews.
      expect((await tried(unit, 'technicians', 'tech-17', {})).told!.before!.crews).toEqual(['Crew Lantern']);
      expect(
        (await tried(unit, 'crews', 'crew-quay', {})).told!.before!.shifts[0]?.members.length,
      ).toBeGreaterThan(1);
    });
  });
});
