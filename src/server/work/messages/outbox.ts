import { z } from 'zod';
import { type MessageEvent, messageTemplate } from '@/contract/work/messages';
import { readHookCalls, readMessages, updateHookCall, updateMessage } from '@/db/repositories/work/outbox';
import { requireRight, seenBy } from '../../shared/access';
import { wallSec } from '../../shared/clock';
import { type Filling, fillTemplate, timesFilling } from '../../shared/messages/fill-template';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

const MOST_SHOWN = 200;

/** What customers were written of late, about work in the user's territories. */
export async function listMessages(unit: Unit) {
  requireRight(unit, 'read', 'work-orders');
  const rows = await readMessages(unit.transaction, [...seenBy(unit.user)], MOST_SHOWN);
  return rows.map(({ territoryId: _territoryId, madeAt, sentAt, ...m }) => ({
    ...m,
    madeAt: madeAt.toISOString(),
    sentAt: sentAt?.toISOString() ?? null,
  }));
}

/** Tries a message that failed once more. */
export async function sendAgain(unit: Unit, id: string): Promise<object> {
  requireRight(unit, 'change', 'work-orders');
  const rows = await readMessages(unit.transaction, [...seenBy(unit.user)], 10_000);
  const message = rows.find((m) => m.id === id && m.state === 'failed');
  if (!message) throw new Refusal('not-found');
  requireRight(unit, 'change', 'work-orders', message.territoryId === null ? [] : [message.territoryId]);
  await updateMessage(unit.transaction, id, {
    state: 'waiting',
    tries: 0,
    nextTryAt: new Date(wallSec() * 1000),
  });
  return {};
}

/** What a template comes to, with a made-up customer. */
export async function previewTemplate(unit: Unit, raw: unknown) {
  requireRight(unit, 'read', 'message-templates');
  const { subject, body, language, event } = required(messageTemplate.schema, raw);
  const startAt = unit.now - (unit.now % 3600) + 86_400;
  const filling: Filling = {
    caller: 'A customer',
    work: 'Payment terminal',
    site: 'Some forecourt',
    number: 'W-1234',
    link: 'https://example.example/b/…',
    company: 'The company',
    ...timesFilling({ startAt, endAt: startAt + 7200 }, 'Atlantic/Madeira', language),
  };
  return {
    event: event as MessageEvent,
    subject: fillTemplate(subject, filling),
    body: fillTemplate(body, filling),
  };
}

/** Calls of other programs, newest first. */
export async function listHookCalls(unit: Unit) {
  requireRight(unit, 'read', 'hooks');
  const rows = await readHookCalls(unit.transaction, MOST_SHOWN);
  return rows.map(({ secret: _secret, active: _active, madeAt, answeredAt, ...c }) => ({
    ...c,
    madeAt: madeAt.toISOString(),
    answeredAt: answeredAt?.toISOString() ?? null,
  }));
}

const again = z.string();

/** Calls a program once more that did not answer. */
export async function callAgain(unit: Unit, rawId: unknown): Promise<object> {
  requireRight(unit, 'change', 'hooks');
  const id = required(again, rawId);
  const rows = await readHookCalls(unit.transaction, 10_000);
  if (!rows.some((c) => c.id === id && c.state === 'failed')) throw new Refusal('not-found');
  await updateHookCall(unit.transaction, id, {
    state: 'waiting',
    tries: 0,
    nextTryAt: new Date(wallSec() * 1000),
  });
  return {};
}
