import { BLINK_LEFT, FOUND_POSITION, FOUND_PRICE } from '@/core/engine/hot/table';
import { prepare } from '@/core/engine/prepare/prepare';
import { NEVER } from '@/core/engine/prepare/prepared';
import { createRecreate, placeBest } from '@/core/engine/recreate/greedy';
import { createSortKeys } from '@/core/engine/recreate/order';
import { erasePin, writePin } from '@/core/engine/state/pins';
import { createWorkspace, settle, type Workspace } from '@/core/engine/state/workspace';
import { createRandom, type Problem } from '@/core/index';
import { everyFeature, type Feature } from '../support/every-feature';

const ANYBODY = -1;
const MOST = 8;

function built(problem: Problem, seed: number): Workspace {
  const work = createWorkspace(prepare(problem), createRandom(seed));
  const recreate = createRecreate(work, createSortKeys(work));
  // Nothing is passed over.
  work.routes.hot.ints[BLINK_LEFT / 4] = NEVER;
  for (let v = 0; v < work.prep.visits; v++) {
    settle(work);
    if (v % 4 > 0) placeBest(work, recreate, v);
  }
  return work;
}

/** Visits that are loose, linked and the first of their people. */
function looseLeads({ prep, links, routes }: Workspace): number[] {
  return [...prep.visitHeld.keys()].filter(
    (v) => links.linked[v] === 1 && prep.leadOf[v] === v && routes.shiftOf[v] === -1,
  );
}

function momentsOf({ routes, near }: Workspace, v: number, from: number, to: number, isNear: boolean) {
  const found = routes.hot.findMoments(v, from, to, ANYBODY, MOST, isNear ? 1 : 0, 1);
  return Array.from({ length: found }, (_, k) => ({
    begin: near.momentAt[2 * k]!,
    cell: near.momentAt[2 * k + 1]!,
    price: near.momentPrice[k]!,
  }));
}

/** Who could begin v at a moment, one shift after the other: each person's cheapest place. */
function takersOneByOne(work: Workspace, v: number, begin: number) {
  const { prep, routes } = work;
  const best = new Map<number, { s: number; p: number; price: number }>();
  const start = begin + prep.bufferBefore[v]!;
  for (let s = 0; s < prep.shifts; s++) {
    if (!prep.eligible[v * prep.shifts + s] || start < prep.shiftStart[s]! || start > routes.endLimit[s]!)
      continue;
    const cell = v * prep.classes + prep.shiftClass[s]!;
    const [first, count] = [prep.windowFirst[cell]!, prep.windowCount[cell]!];
    const isAllowed = Array.from({ length: count }, (_, k) => first + k).some(
      (w) => begin >= prep.windowOpen[w]! && begin <= prep.windowLatest[w]!,
    );
    if (!isAllowed) continue;
    writePin(work, v, cell, begin);
    routes.hot.scanPositions(v, s, Number.POSITIVE_INFINITY);
    erasePin(work, cell);
    const price = routes.hot.floats[FOUND_PRICE / 8]!;
    const person = prep.shiftPerson[s]!;
    if (price < (best.get(person)?.price ?? Number.POSITIVE_INFINITY))
      best.set(person, { s, p: routes.hot.ints[FOUND_POSITION / 4]!, price });
  }
  return [...best.values()].sort((a, b) => a.price - b.price || a.s - b.s);
}

const WORLDS: readonly (readonly Feature[])[] = [
  ['people'],
  ['people', 'breaks', 'time-of-day'],
  ['order', 'buffers', 'margin'],
  ['same-person', 'pace', 'finish-windows'],
];

describe.each(WORLDS.map((features) => [features.join(', '), features] as const))(
  'linked visits: %s',
  (_name, features) => {
    const cases = Array.from({ length: 12 }, (_, i) =>
      built(everyFeature(i + 1, { visits: 24, persons: 5, days: 2 }, features), i + 1),
    );

    it('are offered moments that their windows allow, each once, the cheapest first', () => {
      let offered = 0;
      for (const work of cases) {
        const { prep } = work;
        for (const v of looseLeads(work)) {
          const [from, to] = [9 * 3600, 33 * 3600];
          const moments = momentsOf(work, v, from, to, false);
          for (const [k, { begin, cell, price }] of moments.entries()) {
            expect(begin).toBeGreaterThanOrEqual(from);
            expect(begin).toBeLessThanOrEqual(to);
            const windows = Array.from(
              { length: prep.windowCount[cell]! },
              (_, w) => prep.windowFirst[cell]! + w,
            );
            expect(windows.some((w) => begin >= prep.windowOpen[w]! && begin <= prep.windowLatest[w]!)).toBe(
              true,
            );
            if (k > 0) expect(price).toBeGreaterThanOrEqual(moments[k - 1]!.price);
          }
          expect(new Set(moments.map(({ begin, cell }) => `${begin} ${cell}`)).size).toBe(moments.length);
          offered += moments.length;
        }
      }
      expect(offered).toBeGreaterThan(40);
    });

    it('go to those for whom a moment is cheapest, as asking one after the other says', () => {
      let compared = 0;
      for (const work of cases) {
        const { prep, links, routes, near } = work;
        for (const v of looseLeads(work)) {
          for (const { begin } of momentsOf(work, v, -NEVER, NEVER, false)) {
            const wanted = takersOneByOne(work, v, begin);
            for (const most of [1, 2, prep.shifts]) {
              const found = routes.hot.findTakers(
                v,
                begin,
                begin + prep.bufferBefore[v]!,
                links.pinSlot[v]!,
                most,
                Number.POSITIVE_INFINITY,
              );
              const takers = Array.from({ length: found }, (_, k) => ({
                s: near.takerAt[2 * k]!,
                p: near.takerAt[2 * k + 1]!,
                price: near.takerPrice[k]!,
              }));
              expect(takers.map((t) => t.price)).toEqual(wanted.slice(0, most).map((t) => t.price));
              compared += found;
            }
          }
        }
      }
      expect(compared).toBeGreaterThan(50);
    });
  },
);
