import { may } from '@/contract/access/permissions';
import type { WorkOrderPage } from '@/contract/work/work-list';
import { readReportsOf } from '@/db/repositories/day/field';
import { readPapersOf } from '@/db/repositories/day/papers';
import {
  readLifeOf,
  readOrderExtra,
  readPartsNeeded,
  readVisitLines,
} from '@/db/repositories/work/order-parts';
import { readMessagesOf } from '@/db/repositories/work/outbox';
import { readWorkRow } from '@/db/repositories/work/work-rows';
import { requireRight, seenBy } from '../shared/access';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const named = (id: string | null, name: string | null) => (id === null ? null : { id, name: name ?? '' });

/** Everything about a work order: whom it is for, what it needs, where it is, and all that happened to it. */
export async function readOrder(unit: Unit, id: string): Promise<WorkOrderPage> {
  requireRight(unit, 'read', 'work-orders');
  const { transaction, now, user } = unit;
  const order = await readWorkRow(transaction, id, { territoryIds: [...seenBy(user)], now });
  const extra = order && (await readOrderExtra(transaction, id));
  if (!order || !extra) throw new Refusal('not-found');
  const visits = await readVisitLines(transaction, id);
  const people = [...new Set(visits.flatMap((v) => v.seats.map((s) => s.personId)))];
  const parts = await readPartsNeeded(transaction, id, people);
  const { requestId, requestNumber, said, caller, callBack } = extra;
  return {
    order,
    version: extra.version,
    notes: extra.notes,
    cancelledFor: extra.cancelledFor,
    address: extra.address,
    territoryId: extra.territoryId,
    jobKindId: extra.jobKindId,
    customerId: extra.customerId,
    asset: named(extra.assetId, extra.asset),
    agreement: named(extra.agreementId, extra.agreement),
    plan: named(extra.planId, extra.plan),
    plannedOn: extra.plannedOn,
    request:
      requestId === null
        ? null
        : {
            id: requestId,
            number: requestNumber ?? 0,
            said: said ?? '',
            caller: caller ?? '',
            callBack: callBack ?? '',
          },
    tasks: extra.tasks,
    parts: parts.map((p) => ({ ...p, isShort: p.depots.length === 0 && p.aboard.length === 0 })),
    visits,
    papers: await readPapersOf(transaction, id),
    life: await lifeOf(unit, id, requestId),
    mayChange: may(user, 'change', 'work-orders', extra.territoryId === null ? [] : [extra.territoryId]),
  };
}

async function lifeOf(
  { transaction }: Unit,
  workOrderId: string,
  requestId: string | null,
): Promise<WorkOrderPage['life']> {
  const commands = await readLifeOf(transaction, { workOrderId, requestId });
  const messages = await readMessagesOf(transaction, workOrderId);
  const reports = await readReportsOf(transaction, workOrderId);
  return [
    ...reports.map((r) => ({
      at: r.at.toISOString(),
      by: r.by,
      kind: 'field' as const,
      name: r.kind,
      facts: { ...r.facts, refused: r.refused },
      commandId: null,
    })),
    ...commands.map((c) => ({
      at: c.at.toISOString(),
      by: c.by ?? 'somebody',
      kind: 'command' as const,
      name: c.name,
      facts: c.facts,
      commandId: c.commandId,
    })),
    ...messages.map((m) => ({
      at: (m.sentAt ?? m.madeAt).toISOString(),
      by: m.address,
      kind: 'message' as const,
      name: m.event,
      facts: { subject: m.subject, body: m.body, state: m.state, channel: m.channel, failure: m.failure },
      commandId: null,
    })),
  ].sort((a, b) => a.at.localeCompare(b.at));
}
