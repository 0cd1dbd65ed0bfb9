import { randomProblem } from '../../../../tests/support/random-problem';
import { prepare } from '../prepare/prepare';
import { kindsOf } from '../prove/kinds';
import { bitsFor, createMemory, forbid, fullMemory, isForbidden } from './memory';

const prep = prepare(randomProblem(4, { visits: 80, persons: 3, days: 1 }));
const bare = () => {
  const memory = createMemory(prep);
  memory.keeps.fill(0);
  memory.size.fill(0);
  return memory;
};

describe('what a day remembers', () => {
  it('forbids a visit that comes again only when all between remember it', () => {
    const memory = bare();
    expect(isForbidden(memory, [1, 2, 3, 1])).toBe(false);
    memory.keeps[2 * 80 + 1] = 1;
    expect(isForbidden(memory, [1, 2, 3, 1])).toBe(false);
    memory.keeps[3 * 80 + 1] = 1;
    expect(isForbidden(memory, [1, 2, 3, 1])).toBe(true);
    expect(isForbidden(memory, [5, 1, 2, 1, 3])).toBe(true);
    expect(isForbidden(memory, [1, 2, 4, 1])).toBe(false);
    expect(isForbidden(memory, [1, 2, 3])).toBe(false);
  });

  it('grows until a day is forbidden, by as little as that takes', () => {
    const memory = bare();
    const day = [7, 8, 9, 7, 10, 7];
    expect(forbid(memory, day)).toBe(true);
    expect(isForbidden(memory, day)).toBe(true);
    expect([...memory.keeps].filter(Boolean)).toHaveLength(3);
    expect(isForbidden(memory, [7, 8, 11, 7])).toBe(false);
    expect(forbid(memory, [1, 2, 3])).toBe(false);
  });

  it('stops where too much would be remembered at one visit', () => {
    const memory = bare();
    for (let v = 1; v < 75; v++) forbid(memory, [v, 0, v]);
    expect(memory.size[0]).toBe(64);
    expect(forbid(memory, [75, 0, 75])).toBe(false);
  });

  it('begins with the nearest, and is told to each kind of shift by its own numbers', () => {
    const memory = createMemory(prep);
    expect(new Set(memory.size)).toEqual(new Set([32]));
    for (const kind of kindsOf(prep)) {
      const words = Math.ceil(kind.visits.length / 32);
      const bits = bitsFor(memory, kind);
      const full = bitsFor(fullMemory(prep), kind);
      for (const [a, v] of kind.visits.entries()) {
        for (const [u, w] of kind.visits.entries()) {
          const bit = (list: Int32Array): number => (list[a * words + (u >> 5)]! >>> (u & 31)) & 1;
          expect(bit(bits)).toBe(memory.keeps[v * 80 + w]);
          expect(bit(full)).toBe(1);
        }
      }
    }
  });
});
