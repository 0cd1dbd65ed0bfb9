import type { TryAnswer } from '@/contract/set-up/effect';
import type { ObjectName } from '@/contract/shared/fields';
import { tryChange } from '@/server/set-up/effect/try-change';
import { readObject } from '@/server/shared/objects/read-objects';
import type { Unit } from '@/server/shared/unit';
import { ALL_TERRITORIES, leaveDatabase, refusalOf, rolledBack, unitAs } from '../../support/database';
import { bareOf } from '../../support/objects';

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

async function asAnalyst(work: (unit: Unit) => Promise<void>): Promise<void> {
  await rolledBack(async (transaction) => work(await unitAs(transaction, 'analyst', ALL_TERRITORIES)));
}

describe('what a change does to the work, before it is made', () => {
  it('nothing, when nothing is changed', async () => {
    await asAnalyst(async (unit) => {
      const effect = await effectOf(unit, 'technicians', 'tech-01', {});
      expect(effect.broken.count + effect.mended.count + effect.gained.count + effect.lost.count).toBe(0);
      expect(effect.hoursAfter).toBe(effect.hoursBefore);
      expect(effect.priceAfter).toBe(effect.priceBefore);
    });
  });

  it('a shorter reach breaks visits of the live plan and puts open ones out of reach', async () => {
    await asAnalyst(async (unit) => {
      const t0 = performance.now();
      const effect = await effectOf(unit, 'technicians', 'tech-01', { reachMin: 5, firstReachMin: 5 });
      console.log('cold', performance.now() - t0);
      for (let i = 0; i < 3; i++) {
        const t1 = performance.now();
        await effectOf(unit, 'technicians', 'tech-01', { reachMin: 6 + i, firstReachMin: 5 });
        console.log('warm', performance.now() - t1);
      }
      console.log(
        JSON.stringify({
          ...effect,
          broken: effect.broken.count,
          lost: effect.lost.count,
          no: effect.nowNobody.count,
          first: effect.broken.first[0],
        }),
      );
      expect(effect.broken.count).toBeGreaterThan(0);
      expect(effect.broken.first.every((b) => b.rule === 'reach')).toBe(true);
      expect(effect.lost.count).toBeGreaterThan(0);
      expect(effect.gained.count).toBe(0);
    });
  });
});
