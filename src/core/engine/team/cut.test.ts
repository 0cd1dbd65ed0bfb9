import { everyFeature, type Feature } from '../../../../tests/support/every-feature';
import { createRandom } from '../../base/random';
import { prepare } from '../prepare/prepare';
import { createRecreate, placeBest } from '../recreate/greedy';
import { createSortKeys } from '../recreate/order';
import { createWorkspace, settle, type Workspace } from '../state/workspace';
import { createCut, cutAnew, groupsOf } from './cut';

function planned(seed: number, features: readonly Feature[]): Workspace {
  const problem = everyFeature(seed, { visits: 40, persons: 6, days: 3 }, features);
  const work = createWorkspace(prepare(problem), createRandom(seed));
  const recreate = createRecreate(work, createSortKeys(work));
  // Some stay loose ends.
  for (let v = 0; v < work.prep.visits; v++) {
    settle(work);
    if (v % 5 > 0) placeBest(work, recreate, v);
  }
  return work;
}

describe('a cut', () => {
  it.each([1, 2, 3, 4, 5])('seed %i: gives everything to somebody, visits with their shift', (seed) => {
    const work = planned(seed, []);
    const { prep, routes } = work;
    for (const parts of [1, 2, 3]) {
      const cut = createCut(prep, parts);
      cutAnew(work, groupsOf(prep), cut, createRandom(seed));
      expect([...cut.ofShift, ...cut.ofVisit].every((part) => part < parts)).toBe(true);
      for (let v = 0; v < prep.visits; v++) {
        const s = routes.shiftOf[v]!;
        if (s >= 0) expect(cut.ofVisit[v]).toBe(cut.ofShift[s]);
      }
      for (const [part, v] of cut.focus.entries()) if (v >= 0) expect(cut.ofVisit[v]).toBe(part);
    }
  });

  it.each(['limits', 'rest', 'fair-share', 'shared-overtime'] as const)(
    'never parts what hangs together by %s',
    (feature) => {
      let largest = 0;
      for (let seed = 1; seed <= 8; seed++) {
        const work = planned(seed, [feature]);
        const { prep } = work;
        const groups = groupsOf(prep);
        const cut = createCut(prep, 2);
        cutAnew(work, groups, cut, createRandom(seed));
        for (let s = 0; s < prep.shifts; s++) {
          largest = Math.max(largest, groups[s]!.length);
          expect(groups[s]).toContain(s);
          for (const other of [...groups[s]!, ...prep.restAfter[s]!])
            expect(cut.ofShift[other]).toBe(cut.ofShift[s]);
          for (let t = 0; t < s; t++) {
            const isShared = prep.limitsOf[s]!.some((limit) => prep.limitsOf[t]!.includes(limit));
            const isFair = prep.unfairPrice > 0 && prep.shiftPerson[s] === prep.shiftPerson[t];
            if (isShared || isFair) expect(cut.ofShift[t]).toBe(cut.ofShift[s]);
          }
        }
      }
      expect(largest).toBeGreaterThan(1);
    },
  );

  it('leaves a part without a beginning where nothing that may move is its own', () => {
    const work = planned(1, ['fair-share']);
    const { prep } = work;
    const all = Array.from({ length: prep.shifts }, (_, s) => s);
    const cut = createCut(prep, 2);
    let alone = 0;
    for (let seed = 1; seed <= 20; seed++) {
      cutAnew(
        work,
        all.map(() => all),
        cut,
        createRandom(seed),
      );
      expect(new Set(cut.ofShift).size).toBe(1);
      if (cut.focus.includes(-1)) alone++;
      for (const [part, v] of cut.focus.entries()) if (v >= 0) expect(cut.ofVisit[v]).toBe(part);
    }
    expect(alone).toBeGreaterThan(0);
  });
});
