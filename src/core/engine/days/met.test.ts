import { randomProblem } from '../../../../tests/support/random-problem';
import { createRandom } from '../../base/random';
import { prepare } from '../prepare/prepare';
import { createWorkspace, type Workspace } from '../state/workspace';
import { takeDays } from './in-hand';
import type { Column, Master } from './master';
import { createMetDays, type MetDays, takeMet } from './met';

const prep = prepare(randomProblem(5, { visits: 40, persons: 3, days: 1 }));

/** The first shift and some visits that it can do one after the other in any order. */
function withDay(visits: readonly number[]): Workspace {
  const work = createWorkspace(prep, createRandom(1));
  if (!takeDays(work, [{ shift: 0, visits }])) throw new Error('possible');
  return work;
}

const visitsOf = (met: MetDays, day: number): number[] => [
  ...met.visits.subarray(met.at[day]!, met.at[day]! + met.length[day]!),
];
const possible = [...prep.visitPlace.keys()].filter((v) => {
  const work = createWorkspace(prep, createRandom(1));
  return prep.eligible[v * prep.shifts] === 1 && takeDays(work, [{ shift: 0, visits: [v] }]);
});
const pairs = possible
  .slice(0, 6)
  .flatMap((a) => possible.slice(0, 6).flatMap((b) => (a < b ? [[a, b] as const] : [])));
const both = pairs.filter(([a, b]) =>
  [
    [a, b],
    [b, a],
  ].every((visits) => takeDays(createWorkspace(prep, createRandom(1)), [{ shift: 0, visits }])),
);

describe('days met', () => {
  it('keep of every set of visits the cheapest order', () => {
    expect(both.length).toBeGreaterThan(2);
    for (const [a, b] of both) {
      const met = createMetDays(prep);
      const there = withDay([a, b]);
      const back = withDay([b, a]);
      met.note(there.routes, 0);
      met.note(back.routes, 0);
      expect(met.count).toBe(1);
      const cheaper = back.routes.price[0]! < there.routes.price[0]! ? back : there;
      expect(met.price[0]).toBe(cheaper.routes.price[0]);
      expect(visitsOf(met, 0)).toEqual(cheaper === back ? [b, a] : [a, b]);
    }
  });

  it('forget the older half where there is no room, and know the younger again', () => {
    const met = createMetDays(prep, 4);
    for (const v of possible.slice(0, 5)) met.note(withDay([v]).routes, 0);
    expect(met.count).toBe(3);
    expect([0, 1, 2].map((day) => visitsOf(met, day))).toEqual(possible.slice(2, 5).map((v) => [v]));
    met.note(withDay([possible[3]!]).routes, 0);
    expect(met.count).toBe(3);
    met.note(withDay([possible[0]!]).routes, 0);
    expect(visitsOf(met, 3)).toEqual([possible[0]]);
  });

  it('give a model those that cost less than they are worth to it, the best first, and each once', () => {
    const met = createMetDays(prep);
    const singles = possible.slice(0, 4);
    for (const v of singles) met.note(withDay([v]).routes, 0);
    expect(met.count).toBe(4);
    const added: Column[] = [];
    const master = { add: (columns: readonly Column[]) => added.push(...columns) } as unknown as Master;
    const dual = new Float64Array(prep.visits + 1);
    dual[singles[0]!] = met.price[0]! + 5;
    dual[singles[1]!] = met.price[1]! - 5;
    dual[singles[2]!] = met.price[2]! + 9;
    dual[singles[3]!] = met.price[3]! + 7;
    const options = { visits: prep.visits, kindOfTwin: new Int32Array(prep.shifts), most: 2, nothing: 1 };
    expect(takeMet(met, master, dual, options)).toBe(2);
    expect(added.map(({ day }) => day.visits)).toEqual([[singles[2]], [singles[3]]]);
    expect(takeMet(met, master, dual, options)).toBe(1);
    expect(takeMet(met, master, dual, options)).toBe(0);
    expect(added.at(-1)!.day).toEqual({ visits: [singles[0]], price: met.price[0] });
  });
});
