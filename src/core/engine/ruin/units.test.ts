import { everyFeature } from '../../../../tests/support/every-feature';
import { createRandom } from '../../base/random';
import { solve } from '../index';
import { prepare } from '../prepare/prepare';
import { createRecreate, placeBest } from '../recreate/greedy';
import { createSortKeys } from '../recreate/order';
import { createWorkspace, rollBack, settle, type Workspace } from '../state/workspace';
import { ruinUnits } from './units';

const SIZE = { visits: 30, persons: 6, days: 2 };

function built(seed: number): Workspace {
  const work = createWorkspace(
    prepare(everyFeature(seed, SIZE, ['equipment', 'people'])),
    createRandom(seed),
  );
  const recreate = createRecreate(work, createSortKeys(work));
  for (let v = 0; v < work.prep.visits; v++) {
    settle(work);
    placeBest(work, recreate, v);
  }
  return work;
}

describe('taking out who holds a unit of equipment', () => {
  it('takes whole visits that hold the kind one after the other, and all of it can be taken back', () => {
    let taken = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const work = built(seed);
      const { prep, links, routes, pins } = work;
      for (let v = 0; v < prep.visits; v++) {
        settle(work);
        const price = work.price;
        const before = pins.held.map((units) => units.map((list) => list.map((held) => held.v)));
        const kind = ruinUnits(work, v);
        if (kind < 0) {
          expect(work.movedCount).toBe(0);
          continue;
        }
        const gone = new Set(Array.from(work.moved.subarray(0, work.movedCount), (w) => prep.leadOf[w]!));
        const order = before[kind]!.find((list) => list.some((w) => gone.has(w)))!;
        const places = order.flatMap((w, i) => (gone.has(w) ? [i] : []));
        expect(places.at(-1)! - places[0]! + 1).toBe(places.length);
        for (const w of gone) {
          expect(links.kindsOf[w]).toContain(kind);
          for (const part of links.groups[links.groupOf[w]!]!) expect(routes.shiftOf[part]).toBe(-1);
        }
        taken += gone.size;
        rollBack(work, price);
        expect(pins.held.map((units) => units.map((list) => list.map((held) => held.v)))).toEqual(before);
      }
    }
    expect(taken).toBeGreaterThan(50);
  });

  it('lets a visit far away that is worth more have the only unit', () => {
    const plain = everyFeature(3, { visits: 6, persons: 2, days: 1 }, []);
    const visits = plain.visits.map((v, i) => ({
      ...v,
      skills: [],
      demand: 0,
      territoryId: null,
      windows: [{ startSec: 0, endSec: 86_400, latestSec: 86_400 }],
      unplannedPrice: i === 5 ? 900_000_000 : 300_000_000,
      ...(i === 0 || i === 5 ? { equipment: ['lift'] } : {}),
    }));
    const shift = plain.shifts[0]!;
    const free = [
      { startSec: shift.startSec + 3600, endSec: shift.startSec + 3600 + visits[5]!.durationSec + 60 },
    ];
    const problem = { ...plain, visits, equipment: [{ id: 'lift-1', kind: 'lift', free }] };
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 2000 } });
    if (!result.ok) throw new Error('nothing is held');
    const planned = result.solution.plan.routes.flatMap((r) => r.stops.map((s) => s.visitId));
    expect(planned).toContain(visits[5]!.id);
  });
});
