import { randomUUID } from 'node:crypto';
import type { HookEvent } from '@/contract/work/messages';
import { readAll } from '@/db/repositories/shared/schedule';
import { readOrderView } from '@/db/repositories/work/order-view';
import { addHookCalls } from '@/db/repositories/work/outbox';
import { wallSec } from '../clock';
import type { SystemUnit } from '../unit';

const iso = (sec: number | null): string | null => (sec === null ? null : new Date(sec * 1000).toISOString());

/** Notes for each program that wants to know what happened to a work order; they are called after the transaction. */
export async function tellHooks(
  { transaction, now }: SystemUnit,
  event: HookEvent,
  workOrderId: string,
): Promise<void> {
  const hooks = (await readAll(transaction, 'hooks')).filter((h) => h.active && h.events.includes(event));
  if (hooks.length === 0) return;
  const order = await readOrderView(transaction, workOrderId);
  if (!order) return;
  const at = new Date(now * 1000);
  const body = {
    event,
    at: at.toISOString(),
    workOrder: {
      id: order.id,
      number: order.number,
      outsideNumber: order.outsideNumber,
      summary: order.summary,
      stage: order.stage,
      siteId: order.siteId,
      jobKindId: order.jobKindId,
      promised: order.startAt === null ? null : { startsAt: iso(order.startAt), endsAt: iso(order.endAt) },
    },
  };
  await addHookCalls(
    transaction,
    hooks.map((h) => ({
      id: randomUUID(),
      hookId: h.id,
      event,
      body,
      state: 'waiting' as const,
      nextTryAt: new Date(wallSec() * 1000),
      madeAt: at,
    })),
  );
}
