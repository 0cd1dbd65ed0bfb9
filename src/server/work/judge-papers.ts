import { sendBackAsk } from '@/contract/work/work-list';
import { judgePapers } from '@/db/repositories/day/papers';
import { notify } from '@/db/repositories/shared/commands';
import { readOrderView } from '@/db/repositories/work/order-view';
import { requireRight } from '../shared/access';
import { readObject } from '../shared/objects/read-objects';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

/** Sends what came back of a work order to whoever was there, with what is missing: it stands on their page until they send it anew. */
export async function sendBack(unit: Unit, id: string, raw: unknown): Promise<{ reason: string }> {
  const { reason } = required(sendBackAsk, raw);
  requireRight(unit, 'change', 'work-orders');
  await readObject(unit, 'work-orders', id);
  const view = await readOrderView(unit.transaction, id);
  if (!view) throw new Refusal('not-found');
  if (view.stage === 'confirmed') throw new Refusal('conflict', { reason: 'not-from-there' });
  const { transaction, user, now } = unit;
  const at = new Date(now * 1000);
  await judgePapers(transaction, { workOrderId: id, state: 'sent-back', reason, userId: user.id, at });
  const territoryIds = view.territoryId === null ? [] : [view.territoryId];
  await notify(transaction, JSON.stringify({ kind: 'field', territoryIds }));
  return { reason };
}
