import { randomUUID } from 'node:crypto';
import type { MessageEvent } from '@/contract/work/messages';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { type OrderView, readOrderView } from '@/db/repositories/work/order-view';
import { addMessage } from '@/db/repositories/work/outbox';
import { wallSec } from '../clock';
import type { SystemUnit } from '../unit';
import { type Filling, fillTemplate, timesFilling } from './fill-template';

/** The template for an event in somebody's language, or else in English; null where nothing is written then. */
function templateFor(
  all: readonly Stored<'message-templates'>[],
  event: MessageEvent,
  language: string,
): Stored<'message-templates'> | null {
  const own = all.filter((t) => t.event === event && t.active);
  return own.find((t) => t.language === language) ?? own.find((t) => t.language === 'en') ?? null;
}

export function fillingOf(order: OrderView, company: string, language: string, link = ''): Filling {
  return {
    caller: order.customer ?? '',
    work: order.publicName,
    site: order.site,
    number: `W-${order.number}`,
    link,
    company,
    ...timesFilling(order, order.zone, language),
  };
}

interface Saying {
  /** Where they can look at it. */
  readonly link?: string;
  /** When it is, where that is not what was promised; seconds since 1970. */
  readonly times?: Pick<OrderView, 'startAt' | 'endAt'>;
}

/**
 * Writes to the customer of a work order what happened to it, in their language: into the outbox, from which it is sent after the
 * transaction. Nobody is written to where no template or no address is.
 */
export async function tellCustomer(
  { transaction, now }: SystemUnit,
  event: MessageEvent,
  workOrderId: string,
  { link = '', times }: Saying = {},
): Promise<void> {
  const order = await readOrderView(transaction, workOrderId);
  if (!order) return;
  const language = order.language ?? 'en';
  const template = templateFor(await readAll(transaction, 'message-templates'), event, language);
  const address = template?.channel === 'text' ? order.phone : order.email;
  if (!template || !address) return;
  const [company] = await readAll(transaction, 'company');
  const filling = fillingOf({ ...order, ...times }, company?.name ?? '', template.language, link);
  const at = new Date(now * 1000);
  await addMessage(transaction, {
    id: randomUUID(),
    event,
    channel: template.channel,
    address,
    subject: fillTemplate(template.subject, filling),
    body: fillTemplate(template.body, filling),
    workOrderId,
    state: 'waiting',
    nextTryAt: new Date(wallSec() * 1000),
    madeAt: at,
  });
}
