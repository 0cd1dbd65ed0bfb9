import { readAll } from '@/db/repositories/shared/schedule';
import { undoCommand } from '@/server/shared/commands/undo';
import { addVisit, cancelOrder, createWork, stageOrder } from '@/server/work/change-order';
import { findWindows } from '@/server/work/offers/find-windows';
import { readOrder } from '@/server/work/read-order';
import { readHappened, readWork } from '@/server/work/read-work';
import { likelyKinds, linkRequest, takeRequest } from '@/server/work/requests';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { newest } from '../../support/objects';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const usual = {
  assetId: null,
  requestId: null,
  durationMin: null,
  priority: null,
  premisesId: null,
  summary: '',
  notes: '',
  caller: 'Somebody',
  callBack: '',
};

describe('the list of work', () => {
  it('counts by state what it shows, searches, and keeps to the territories of whoever looks', () =>
    asAnalyst(async (unit) => {
      const all = await readWork(unit, {});
      expect(all.total).toBeGreaterThan(600);
      for (const state of ['loose', 'planned', 'at-risk', 'cancelled'] as const)
        expect((await readWork(unit, { state })).total).toBe(all.counts[state]);
      const [first] = all.rows;
      const found = await readWork(unit, { search: `W-${first!.number}` });
      expect(found.rows.map((r) => r.id)).toContain(first!.id);
      for (const sort of ['number', '-receivedAt', 'dueAt', '-promisedAt', 'plannedAt', 'priority'])
        expect((await readWork(unit, { sort })).rows).toHaveLength(50);
      const west = await unitAs(unit.transaction, 'agent', ['westisle']);
      const own = await readWork(west, {});
      expect(own.total).toBeLessThan(all.total);
      expect(new Set(own.rows.map((r) => r.territory))).toEqual(new Set(['Westisle']));
      expect((await refusalOf(readOrder(west, all.rows.find((r) => r.territory === 'Quay')!.id))).code).toBe(
        'not-found',
      );
    }));

  it('finds all that happened at a site, with a customer, and to an asset', () =>
    asAnalyst(async (unit) => {
      const customer = (await readAll(unit.transaction, 'customers'))[0]!;
      const there = await readHappened(unit, 'customers', customer.id);
      expect(there.orders.length).toBeGreaterThan(0);
      expect(there.orders.every((o) => o.customer === customer.name)).toBe(true);
      const site = await readHappened(unit, 'sites', there.orders[0]!.siteId);
      expect(site.orders.map((o) => o.id)).toContain(there.orders[0]!.id);
    }));
});

describe('a work order', () => {
  it('comes of a request in one step, is cancelled with a reason, opened again, and all of it is told', () =>
    asAnalyst(async (unit) => {
      const site = (await readAll(unit.transaction, 'sites')).find((s) => s.territoryId === 'quay' && s.lat)!;
      const request = await takeRequest(unit, {
        siteId: site.id,
        channel: 'phone',
        said: 'It does not charge',
        problemKindId: 'problem-dead',
      });
      const ask = { ...usual, siteId: site.id, jobKindId: 'dead-charger', requestId: request.id };
      const { id } = await createWork(unit, ask);
      const page = await readOrder(unit, id);
      expect(page.request).toMatchObject({ number: request.number, said: 'It does not charge' });
      expect(page.visits).toHaveLength(1);
      expect(page.visits[0]!.seats).toEqual([]);
      expect(page.life.map((l) => l.name)).toEqual(['create', 'take-in']);
      expect(await likelyKinds(unit, 'problem-dead')).toContainEqual(
        expect.objectContaining({ jobKindId: 'dead-charger' }),
      );
      await addVisit(unit, id);
      expect((await readOrder(unit, id)).visits.map((v) => v.part)).toEqual([1, 2]);
      await cancelOrder(unit, id, { reason: 'Works again', tell: false });
      const after = await readOrder(unit, id);
      expect(after.order.stage).toBe('cancelled');
      expect(after.cancelledFor).toBe('Works again');
      expect(after.visits[0]!.status).toBe('cancelled');
      expect((await refusalOf(cancelOrder(unit, id, { reason: 'Again' }))).facts).toMatchObject({
        reason: 'order-not-open',
      });
      await stageOrder(unit, id, { stage: 'open' });
      expect((await readOrder(unit, id)).visits[0]!.status).toBe('open');
    }));

  it('at a site that nobody has found yet is taken in without a time, and no time is promised for it', () =>
    asAnalyst(async (unit) => {
      const ask = { ...usual, siteId: 'site-unknown', jobKindId: 'terminal' };
      const { id } = await createWork(unit, ask);
      expect((await readOrder(unit, id)).visits).toHaveLength(1);
      const asked = { for: 'new', ask };
      expect((await refusalOf(findWindows(unit, asked))).facts).toMatchObject({
        problems: [{ path: 'siteId', code: 'nowhere' }],
      });
    }));

  it('that is planned comes off the plan when it is cancelled, and one undo puts it back to the byte', () =>
    asAnalyst(async (unit) => {
      const planned = (await readWork(unit, { state: 'planned', territoryId: 'quay' })).rows.find(
        (r) => r.plannedAt! > unit.now && r.visits === 1,
      )!;
      const before = await wholePlan(unit.transaction);
      await cancelOrder(unit, planned.id, { reason: 'Not wanted', tell: true });
      const page = await readOrder(unit, planned.id);
      expect(page.visits[0]!.seats).toEqual([]);
      await undoCommand(unit, await newest(unit));
      expect(await wholePlan(unit.transaction)).toBe(before);
      expect((await readOrder(unit, planned.id)).order.stage).toBe('open');
    }));

  it('is done, then confirmed by the office; with it its request is closed', () =>
    asAnalyst(async (unit) => {
      const [order] = (await readWork(unit, { state: 'loose' })).rows;
      const request = await takeRequest(unit, { siteId: order!.siteId, channel: 'mail', said: 'Later' });
      await linkRequest(unit, request.id, { workOrderId: order!.id });
      expect((await refusalOf(stageOrder(unit, order!.id, { stage: 'open' }))).facts).toMatchObject({
        reason: 'not-from-there',
      });
      await stageOrder(unit, order!.id, { stage: 'done' });
      await stageOrder(unit, order!.id, { stage: 'confirmed' });
      expect((await readAll(unit.transaction, 'requests')).find((r) => r.id === request.id)!.stage).toBe(
        'closed',
      );
    }));
});
