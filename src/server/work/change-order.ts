import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { callAsk } from '@/contract/work/call';
import { cancelAsk } from '@/contract/work/work-list';
import { judgePapers } from '@/db/repositories/day/papers';
import type { Stored } from '@/db/repositories/shared/schedule';
import { nextPart } from '@/db/repositories/work/numbers';
import { readVisitLines } from '@/db/repositories/work/order-parts';
import { readOrderView } from '@/db/repositories/work/order-view';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { takeOff } from '../shared/hand/take-off';
import { tellCustomer } from '../shared/messages/tell-customer';
import { tellHooks } from '../shared/messages/tell-hooks';
import { readObject } from '../shared/objects/read-objects';
import { prepareChange, prepareNew, writePrepared } from '../shared/objects/save-object';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { newWork } from './offers/asked-work';
import { createOrder } from './offers/create-order';

/** A work order without a promised time: a loose end. */
export async function createWork(unit: Unit, raw: unknown): Promise<{ id: string; label: string }> {
  const ask = required(callAsk, raw);
  const asked = await newWork(unit, ask);
  const work = { ...asked, row: { ...asked.row, id: randomUUID() } };
  const facts = { site: work.row.site, what: work.row.summary };
  const { result } = await runCommand(unit, 'take-in', facts, (command) =>
    createOrder(unit, command, { work, ask, hold: null }),
  );
  await tellHooks(unit, 'created', result.workOrderId);
  return { id: result.workOrderId, label: `W-${result.number}` };
}

/** Cancels a work order with all its visits that are still open, says why, and tells the customer where that is wanted. */
export async function cancelOrder(
  unit: Unit,
  id: string,
  raw: unknown,
): Promise<{ commandId: number | null }> {
  const { reason, tell } = required(cancelAsk, raw);
  requireRight(unit, 'change', 'work-orders');
  await readObject(unit, 'work-orders', id);
  const view = await readOrderView(unit.transaction, id);
  if (!view) throw new Refusal('not-found');
  if (view.stage !== 'open') throw new Refusal('conflict', { reason: 'order-not-open' });
  const open = (await readVisitLines(unit.transaction, id)).filter((v) => v.status === 'open');
  const facts = { label: `W-${view.number}`, reason };
  const { commandId } = await runCommand(unit, 'cancel-order', facts, async (command) => {
    if (view.territoryId !== null && open.length > 0)
      await takeOff(unit, command, {
        visitIds: open.map((v) => v.id),
        territoryId: view.territoryId,
        zone: view.zone,
      });
    for (const visit of open) {
      const prepared = await prepareChange(unit, 'visits', visit.id, { status: 'cancelled' });
      await writePrepared(unit, command, 'visits', prepared);
    }
    const order = await prepareChange(unit, 'work-orders', id, { stage: 'cancelled', cancelledFor: reason });
    await writePrepared(unit, command, 'work-orders', order);
  });
  if (tell) await tellCustomer(unit, 'sorry', id);
  await tellHooks(unit, 'cancelled', id);
  return { commandId };
}

/** One more visit of a work order: as long and as urgent as its kind says, due as its last one is. */
export async function addVisit(unit: Unit, id: string): Promise<{ visitId: string }> {
  requireRight(unit, 'change', 'work-orders');
  const order = (await readObject(unit, 'work-orders', id)) as unknown as Stored<'work-orders'>;
  if (order.stage !== 'open') throw new Refusal('conflict', { reason: 'order-not-open' });
  const kind = (await readObject(unit, 'job-kinds', order.jobKindId)) as unknown as Stored<'job-kinds'>;
  const lines = await readVisitLines(unit.transaction, id);
  const dueAt = Math.max(unit.now + Math.max(1, kind.promiseDays) * 86_400, ...lines.map((v) => v.dueAt));
  const facts = { label: `W-${order.number}` };
  const { result } = await runCommand(unit, 'add-visit', facts, async (command) => {
    const prepared = await prepareNew(unit, 'visits', {
      value: {
        workOrderId: id,
        part: await nextPart(unit.transaction, id),
        durationMin: kind.durationMin,
        priority: kind.priority,
        earliestAt: new Date(unit.now * 1000).toISOString(),
        dueAt: new Date(dueAt * 1000).toISOString(),
      },
    });
    await writePrepared(unit, command, 'visits', prepared);
    return prepared.after.id;
  });
  return { visitId: result };
}

const stageAsk = z.strictObject({ stage: z.enum(['open', 'done', 'confirmed']) });
/** From which stages one may go on to another. */
const FROM: Readonly<Record<string, readonly string[]>> = {
  open: ['done', 'confirmed', 'cancelled'],
  done: ['open'],
  confirmed: ['open', 'done'],
};

/** Done, confirmed by the office, or opened again. With the last confirmed one its request is closed. */
export async function stageOrder(unit: Unit, id: string, raw: unknown): Promise<{ stage: string }> {
  const { stage } = required(stageAsk, raw);
  requireRight(unit, 'change', 'work-orders');
  await readObject(unit, 'work-orders', id);
  const view = await readOrderView(unit.transaction, id);
  if (!view) throw new Refusal('not-found');
  if (!FROM[stage]!.includes(view.stage)) throw new Refusal('conflict', { reason: 'not-from-there' });
  const facts = { label: `W-${view.number}`, stage };
  await runCommand(unit, 'stage-order', facts, async (command) => {
    const order = await prepareChange(unit, 'work-orders', id, { stage, cancelledFor: '' });
    await writePrepared(unit, command, 'work-orders', order);
    if (stage === 'confirmed') {
      const { transaction, user, now } = unit;
      const at = new Date(now * 1000);
      await judgePapers(transaction, {
        workOrderId: id,
        state: 'confirmed',
        reason: '',
        userId: user.id,
        at,
      });
    }
    if (stage === 'open' && view.stage === 'cancelled') await reopenVisits(unit, command, id);
    const { requestId } = order.after as unknown as { requestId: string | null };
    if (requestId !== null)
      await stageRequest(unit, command, requestId, stage === 'confirmed' ? 'closed' : 'ordered');
  });
  if (stage === 'done') await tellHooks(unit, 'done', id);
  return { stage };
}

async function reopenVisits(
  unit: Unit,
  command: Parameters<typeof writePrepared>[1],
  id: string,
): Promise<void> {
  for (const visit of await readVisitLines(unit.transaction, id)) {
    const prepared = await prepareChange(unit, 'visits', visit.id, { status: 'open' });
    await writePrepared(unit, command, 'visits', prepared);
  }
}

async function stageRequest(
  unit: Unit,
  command: Parameters<typeof writePrepared>[1],
  id: string,
  stage: 'ordered' | 'closed',
): Promise<void> {
  const prepared = await prepareChange(unit, 'requests', id, { stage });
  await writePrepared(unit, command, 'requests', prepared);
}
