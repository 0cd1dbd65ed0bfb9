import { openHand } from '@/server/shared/hand/hand-board';
import { findWindows } from '@/server/work/offers/find-windows';
import { holdWindow, letGo } from '@/server/work/offers/hold-window';
import { promiseWindow } from '@/server/work/offers/promise-window';
import { readOrder } from '@/server/work/read-order';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { askIn } from '../../support/promises';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

describe('a time promised on the phone', () => {
  it('is one that the plan keeps: held, promised, and on somebody’s cord within it', () =>
    asAnalyst(async (unit) => {
      const asked = await askIn(unit);
      const found = await findWindows(unit, asked);
      await findWindows(unit, asked);
      expect(found.windows.length).toBeGreaterThan(3);
      expect(found.windows.some((w) => w.isBest)).toBe(true);
      const window = found.windows.find((w) => w.isBest)!;
      const held = await holdWindow(unit, { asked, startAt: window.startAt, endAt: window.endAt });
      expect(held.window.price).toBe(window.price);
      const promised = await promiseWindow(unit, { holdId: held.holdId });
      const ground = await openHand(unit, {
        territoryIds: ['quay'],
        firstDate: window.date,
        lastDate: window.date,
      });
      const route = ground.kept.verdict.timed.routes.find((r) =>
        r.stops.some((s) => s.visit.id === promised.visitId),
      )!;
      const stop = route.stops.find((s) => s.visit.id === promised.visitId)!;
      expect(stop.startSec + ground.kept.built.originSec).toBe(window.aboutAt);
      expect((await refusalOf(promiseWindow(unit, { holdId: held.holdId }))).code).toBe('not-found');
    }));

  it('is kept from others while it is held, and free again when it is let go', () =>
    asAnalyst(async (unit) => {
      const asked = await askIn(unit);
      const before = await findWindows(unit, asked);
      const window = before.windows[0]!;
      const held = await holdWindow(unit, { asked, startAt: window.startAt, endAt: window.endAt });
      const beside = await findWindows(unit, asked);
      const same = beside.windows.find((w) => w.startAt === window.startAt);
      expect(same?.aboutAt === window.aboutAt && same?.people[0]?.id === window.people[0]?.id).toBe(false);
      await letGo(unit, held.holdId);
      expect((await findWindows(unit, asked)).windows).toEqual(before.windows);
    }));

  it('is for whoever has the say there: a site elsewhere, and a time that somebody else keeps, do not exist', () =>
    asAnalyst(async (unit) => {
      const asked = await askIn(unit);
      const west = await unitAs(unit.transaction, 'agent', ['westisle']);
      const reader = await unitAs(unit.transaction, 'manager', ['quay']);
      for (const who of [west, reader])
        expect((await refusalOf(findWindows(who, asked))).code).toBe('not-found');
      const [window] = (await findWindows(unit, asked)).windows;
      const held = await holdWindow(unit, { asked, startAt: window!.startAt, endAt: window!.endAt });
      const own = await unitAs(unit.transaction, 'agent', ['quay']);
      expect((await refusalOf(promiseWindow(own, { holdId: held.holdId }))).code).toBe('not-found');
      expect((await refusalOf(letGo(own, held.holdId))).code).toBe('not-found');
      expect((await findWindows(own, asked)).windows.length).toBeGreaterThan(0);
    }));

  it('that nobody can keep says which rule is in the way, and one that is not held out is refused', () =>
    asAnalyst(async (unit) => {
      const asked = await askIn(unit);
      if (asked.for !== 'new') return;
      const long = { ...asked, ask: { ...asked.ask, durationMin: 14_000 } };
      const none = await findWindows(unit, long);
      expect(none.windows).toEqual([]);
      expect(none.steps.length).toBeGreaterThan(0);
      const wrong = { asked, startAt: 1_781_089_201, endAt: 1_781_089_202 };
      expect((await refusalOf(holdWindow(unit, wrong))).facts).toMatchObject({ reason: 'not-held-out' });
    }));

  it('keeps the old place of what is rebooked until the new one is promised', () =>
    asAnalyst(async (unit) => {
      const asked = await askIn(unit);
      const found = await findWindows(unit, asked);
      const first = found.windows[0]!;
      const held = await holdWindow(unit, { asked, startAt: first.startAt, endAt: first.endAt });
      const promised = await promiseWindow(unit, { holdId: held.holdId });
      const again = {
        for: 'visit' as const,
        visitId: promised.visitId,
        holdId: null,
        furtherDays: 0,
        personIds: [],
      };
      const others = (await findWindows(unit, again)).windows;
      const other = others.find((w) => w.startAt !== first.startAt)!;
      const kept = await holdWindow(unit, { asked: again, startAt: other.startAt, endAt: other.endAt });
      const seat = async (): Promise<number> =>
        (await readOrder(unit, promised.workOrderId)).visits[0]!.seats[0]!.startAt;
      expect(await seat()).toBe(first.aboutAt);
      await promiseWindow(unit, { holdId: kept.holdId, reason: 'Away that day' });
      expect(await seat()).toBe(other.aboutAt);
      const page = await readOrder(unit, promised.workOrderId);
      expect(page.visits[0]!.windows).toEqual([{ startAt: other.startAt, endAt: other.endAt }]);
      expect(page.life.map((l) => l.name).sort()).toEqual(['moved', 'promise', 'promised', 'rebook']);
    }));
});
