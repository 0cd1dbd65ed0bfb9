import fc from 'fast-check';
import { readPlan, readProblem } from '@/contract/files/read-problem';
import { readSolomon } from '@/contract/files/solomon';
import { readTsplib } from '@/contract/files/tsplib';
import { solve } from '@/core/engine/index';
import { createRandom, type Plan, verifyPlan } from '@/core/index';
import { everyFeature } from '../support/every-feature';

const ODD: readonly unknown[] = [
  null,
  0,
  -1,
  1,
  1e9,
  -1e9,
  1e300,
  0.5,
  '',
  'x',
  'p0',
  'v1',
  'q0',
  [],
  {},
  true,
  '2026-06-08T00:00:00Z',
];

/** Changes a few values anywhere in a document: replaced, left out, repeated, or with one's neighbour swapped. */
function spoil(document: unknown, seed: number): unknown {
  const random = createRandom(seed);
  const copy = structuredClone(document);
  for (let n = 1 + random.below(3); n > 0; n--) {
    let at: unknown = copy;
    for (let depth = 0; depth < 8; depth++) {
      if (typeof at !== 'object' || at === null) break;
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = keys[random.below(keys.length)]!;
      const holder = at as Record<string, unknown>;
      const next = holder[key];
      const isDeep = typeof next === 'object' && next !== null && random.next() < 0.8;
      if (isDeep) {
        at = next;
        continue;
      }
      const choice = random.below(4);
      if (typeof next === 'number' && random.next() < 0.85) {
        holder[key] = Math.max(0, next + random.below(14_400) - 7200);
      } else if (choice === 0) delete holder[key];
      else if (choice === 1 && Array.isArray(at)) at.push(next);
      else holder[key] = ODD[random.below(ODD.length)];
      break;
    }
  }
  return copy;
}

describe('spoilt files', () => {
  it('are refused with a place and a reason, or solved to a plan that the checker accepts', () => {
    let refused = 0;
    let solved = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const good = everyFeature(seed, {
          visits: 1 + (seed % 9),
          persons: 1 + (seed % 3),
          days: 1 + (seed % 2),
        });
        const read = readProblem(JSON.stringify(spoil(good, seed)));
        if (!read.ok) {
          refused++;
          expect(read.error.where).not.toBe('');
          expect(read.error.message).not.toBe('');
          return;
        }
        solved++;
        const result = solve(read.value, { seed, budget: { kind: 'iterations', iterations: 25 } });
        if (!result.ok) return;
        expect(verifyPlan(read.value, result.solution.plan)).toMatchObject({
          violations: [],
          priceAgrees: true,
        });
      }),
      // Among them a visit that is held, in no plan, and fits nowhere.
      { numRuns: 900, examples: [[160438]] },
    );
    expect(refused).toBeGreaterThan(100);
    expect(solved).toBeGreaterThan(60);
  });

  it('plans are refused, unreadable, or judged', () => {
    const problem = everyFeature(5, { visits: 8, persons: 3, days: 1 });
    const result = solve(problem, { seed: 1, budget: { kind: 'iterations', iterations: 50 } });
    if (!result.ok) throw new Error('nothing is held');
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const read = readPlan(JSON.stringify(spoil(result.solution.plan as Plan, seed)));
        if (read.ok) expect(['judged', 'unreadable']).toContain(verifyPlan(problem, read.value).kind);
        else expect(read.error.message).not.toBe('');
      }),
      { numRuns: 400 },
    );
  });

  it('any text at all is read or refused', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        for (const read of [readProblem(text), readPlan(text), readTsplib(text)]) expect(read.ok).toBe(false);
        expect(readSolomon(text, 'x', { rounding: 'none', objective: 'distance' }).ok).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
});
