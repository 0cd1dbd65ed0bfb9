import type { HandDeed, HandRequest } from '@/contract/plan/hand';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { readHandBoard, readHandLegs } from '@/server/plan/hand/read-board';
import { undoCommand } from '@/server/shared/commands/undo';
import type { Unit } from '@/server/shared/unit';
import { type ClientBoard, MissingLegs, openClientBoard } from '@/ui/plan/hand/board/client-board';
import { type Fit, fitsFor, placeThese, whyLoose } from '@/ui/plan/hand/board/fits';
import { type Grip, waysOut } from '@/ui/plan/hand/board/hand-desk';
import { whatFitsHere } from '@/ui/plan/hand/board/here';
import { leaveDatabase } from '../support/database';
import { EXTENT, seenOf, wholePlan } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

/** Asks the browser's board, and the server for legs as it finds that it lacks them. */
async function ask<T>(unit: Unit, client: ClientBoard, work: (client: ClientBoard) => T): Promise<T> {
  for (;;) {
    try {
      return work(client);
    } catch (cause) {
      if (!(cause instanceof MissingLegs)) throw cause;
      client.add(await readHandLegs(unit, { extent: EXTENT, stamp: client.stamp, places: [cause.place] }));
    }
  }
}

const open = async (unit: Unit): Promise<ClientBoard> => openClientBoard(await readHandBoard(unit, EXTENT));

/** Does for real what was chosen. */
async function make(unit: Unit, grip: Grip, deed: HandDeed, reason: string | null = null) {
  const visits: HandRequest['visits'] = [];
  for (const { visitId, seats } of grip.visits)
    visits.push({
      visitId,
      seen: await seenOf(unit, visitId),
      ...(seats ? { seats: seats.map((s) => ({ ...s })) } : {}),
    });
  return changeByHand(unit, { extent: EXTENT, deed, visits, reason });
}

const looseOf = ({ board }: ClientBoard): string[] =>
  board.timed.unplanned.map((v) => v.id).filter((id) => !id.includes('~'));

describe('what a hand may choose from', () => {
  it('best places cost what they say, keep the limits, and have a chance where something was promised', () =>
    asAnalyst(async (unit) => {
      const client = await open(unit);
      const at = await wholePlan(unit.transaction);
      const found: { visitId: string; fit: Fit }[] = [];
      for (const visitId of looseOf(client)) {
        if (found.length === 6) break;
        const fits = await ask(unit, client, (c) => fitsFor(c, visitId, { limit: 3, withChance: true }));
        const [fit] = fits;
        if (!fit) continue;
        found.push({ visitId, fit });
        expect(fits.map((f) => f.price)).toEqual(fits.map((f) => f.price).sort((a, b) => a - b));
        if (client.isPromised(visitId)) expect(fit.chance).toBeGreaterThanOrEqual(0);
        else expect(fit.chance).toBeNull();
        const personId = client.board.index.shiftById.get(fit.shiftIds[0]!)!.personId;
        const limits = { personIds: [personId], leastFreeMin: 30, mostKm: 40 };
        const own = await ask(unit, client, (c) => fitsFor(c, visitId, { limit: 5, limits }));
        for (const f of own) expect(f.shiftIds.every((id) => id.startsWith(personId))).toBe(true);
        const near = await ask(unit, client, (c) => fitsFor(c, visitId, { limit: 5, limits: { mostKm: 0 } }));
        for (const f of near) expect(f.change.travelDistance.amount).toBe(0);
      }
      expect(found).toHaveLength(6);
      for (const { visitId, fit } of found) {
        const done = await make(unit, { visits: [{ visitId, seats: fit.seats }] }, 'place');
        expect(done).toMatchObject({ price: fit.price, broken: [] });
        await undoCommand(unit, done.commandId!);
      }
      expect(await wholePlan(unit.transaction)).toBe(at);
    }));

  it('several at once cost together what was said, as one change', () =>
    asAnalyst(async (unit) => {
      const client = await open(unit);
      const at = await wholePlan(unit.transaction);
      const ids = looseOf(client).slice(0, 14);
      const { grip, outcome, left } = await ask(unit, client, (c) => placeThese(c, ids));
      expect(grip.visits.length).toBeGreaterThan(1);
      expect(grip.visits.length + left.length).toBe(ids.length);
      const done = await make(unit, grip, 'place');
      expect(done.price).toBe(outcome!.price);
      expect(done.broken).toEqual([]);
      await undoCommand(unit, done.commandId!);
      expect(await wholePlan(unit.transaction)).toBe(at);
    }));

  it('what fits at a moment keeps the rules there, at its price', () =>
    asAnalyst(async (unit) => {
      const client = await open(unit);
      const shift = client.board.timed.routes.find((r) => !r.shift.memberIds && r.stops.length > 0)!.shift;
      const place = { shiftId: shift.id, fromAt: client.originSec + shift.startSec + 2 * 3600 };
      const here = await ask(unit, client, (c) => whatFitsHere(c, place, looseOf(c)));
      for (const one of here.slice(0, 3)) {
        const done = await make(unit, { visits: [{ visitId: one.visitId, seats: one.seats }] }, 'place');
        expect(done).toMatchObject({ price: one.price, broken: [] });
        await undoCommand(unit, done.commandId!);
      }
    }));

  it('why something is loose is nothing where it has a place, and a rule or the day where it has none', () =>
    asAnalyst(async (unit) => {
      const client = await open(unit);
      for (const visitId of looseOf(client).slice(0, 12)) {
        const why = await ask(unit, client, (c) => whyLoose(c, visitId));
        const fits = await ask(unit, client, (c) => fitsFor(c, visitId, { limit: 1 }));
        if (fits.length > 0) expect(why).toBeNull();
        else expect(why).not.toBe('');
      }
    }));

  it('a tangled day comes out in each way at the price that was shown', () =>
    asAnalyst(async (unit) => {
      const before = await open(unit);
      const route = before.board.timed.routes.find(
        (r) =>
          r.stops.length > 3 && r.stops.every((s) => !/[~/]/.test(s.visit.id) && (s.visit.people ?? 1) === 1),
      )!;
      const [first] = route.stops;
      // Onto the middle of the last one: two at once.
      const fromAt = before.originSec + route.stops.at(-1)!.startSec + 600;
      const seats = [{ shiftId: route.shift.id, fromAt, position: route.stops.length - 1 }];
      await make(unit, { visits: [{ visitId: first!.visit.id, seats }] }, 'move', 'a test asks for it');
      const client = await open(unit);
      const at = await wholePlan(unit.transaction);
      const ways = await ask(unit, client, (c) => waysOut(c, route.shift.id));
      for (const { grip, outcome } of ways) {
        const done = await make(unit, grip, 'untangle', 'as far as it goes');
        expect(done.price).toBe(outcome.price);
        await undoCommand(unit, done.commandId!);
        expect(await wholePlan(unit.transaction)).toBe(at);
      }
    }));
});
