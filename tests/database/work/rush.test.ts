import type { WindowsAsk } from '@/contract/work/call';
import { inTransaction } from '@/db/connection';
import { readAll } from '@/db/repositories/shared/schedule';
import { undoCommand } from '@/server/shared/commands/undo';
import { openHand } from '@/server/shared/hand/hand-board';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';
import { findWindows } from '@/server/work/offers/find-windows';
import { holdWindow } from '@/server/work/offers/hold-window';
import { promiseWindow } from '@/server/work/offers/promise-window';
import { DEMO_NOW, leaveDatabase, testDatabase } from '../../support/database';

afterAll(leaveDatabase);

/** How many try at once; the whole figure is asked for by LIME_RUSH. */
const TRIES = Number(process.env.LIME_RUSH ?? 24);
const AT_ONCE = 8;

/** One of the demo's dispatchers: what others do is not undone by accident. */
const EAST: Unit['user'] = {
  id: 'user-east',
  name: 'Joss Ambrey',
  email: 'east@orrimay.example',
  role: 'dispatcher',
  mayForce: true,
  grants: ['sallow', 'heights', 'farside'].map((territoryId) => ({ territoryId, mayChange: true })),
};

/** In transactions of their own, as requests are: what they promise stays, and is undone at the end. */
function alone<T>(work: (unit: Unit) => Promise<T>): Promise<T> {
  return inTransaction(testDatabase(), 'write', async (transaction) => {
    return work({ user: EAST, transaction, now: DEMO_NOW });
  });
}

it('of many who want the same windows at once no more are promised than can be kept, and nobody hangs', async () => {
  const asked = await alone(async (unit): Promise<WindowsAsk> => {
    const site = (await readAll(unit.transaction, 'sites')).find(
      (s) => s.territoryId === 'heights' && s.lat,
    )!;
    const ask = {
      siteId: site.id,
      jobKindId: 'safety-check',
      assetId: null,
      requestId: null,
      durationMin: 150,
      priority: null,
      premisesId: null,
      summary: '',
      notes: '',
      caller: '',
      callBack: '',
      furtherVisits: 0,
      daysBetween: 1,
    };
    return { for: 'new', ask, holdId: null, furtherDays: 0, personIds: [] };
  });
  const broken = async (): Promise<number> =>
    alone(async (unit) => {
      const extent = { territoryIds: ['heights'], firstDate: '2026-06-09', lastDate: '2026-06-23' };
      return (await openHand(unit, extent)).kept.verdict.violations.length;
    });
  const before = await broken();
  const windows = (await alone((unit) => findWindows(unit, asked))).windows.slice(0, 20);
  expect(windows.length).toBeGreaterThan(5);
  const commands: number[] = [];
  const reasons = new Map<string, number>();
  const queue = Array.from({ length: TRIES }, (_, i) => i);
  const one = async (i: number): Promise<void> => {
    const window = windows[i % windows.length]!;
    try {
      const { holdId } = await alone((unit) =>
        holdWindow(unit, { asked, startAt: window.startAt, endAt: window.endAt }, `try ${i}`),
      );
      const made = await alone((unit) =>
        promiseWindow(unit, { holdId }, { holder: `try ${i}`, isQuiet: true }),
      );
      commands.push(made.commandId!);
    } catch (cause) {
      if (!(cause instanceof Refusal)) throw cause;
      const reason = String(cause.facts.reason ?? cause.code);
      reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
    }
  };
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let i = queue.shift(); i !== undefined; i = queue.shift()) await one(i);
    }),
  );
  // Every try was answered: a promise, or one of the reasons why not.
  expect(commands.length + [...reasons.values()].reduce((sum, n) => sum + n, 0)).toBe(TRIES);
  expect([...reasons.keys()].filter((r) => r !== 'window-gone')).toEqual([]);
  expect(commands.length).toBeGreaterThan(3);
  // What was promised is all kept: the checker finds nothing that it did not find before.
  expect(await broken()).toBe(before);
  for (const id of commands.sort((a, b) => b - a)) await alone((unit) => undoCommand(unit, id));
  expect(await broken()).toBe(before);
});
