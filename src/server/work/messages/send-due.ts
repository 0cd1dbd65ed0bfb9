import { type MessageRow, takeDueMessages, updateMessage } from '@/db/repositories/work/outbox';
import { wallSec } from '../../shared/clock';
import type { SystemUnit } from '../../shared/unit';

const MOST_AT_ONCE = 50;
/** Minutes until it is tried again; after the last it has failed. */
const AGAIN_MIN = [1, 5, 30, 120] as const;

/** Takes a message to a customer. Throws where it cannot. */
export type Carrier = (
  message: Pick<MessageRow, 'id' | 'channel' | 'address' | 'subject' | 'body'>,
) => Promise<void>;

/** Sends what waits in the outbox. What fails is tried again later, and seen as failed in the end. */
export async function sendDueMessages({ transaction, now }: SystemUnit, carry: Carrier): Promise<number> {
  const due = await takeDueMessages(transaction, new Date(wallSec() * 1000), MOST_AT_ONCE);
  for (const message of due) {
    try {
      await carry(message);
      await updateMessage(transaction, message.id, {
        state: 'sent',
        tries: message.tries + 1,
        failure: null,
        sentAt: new Date(now * 1000),
      });
    } catch (cause) {
      const wait = AGAIN_MIN[message.tries];
      await updateMessage(transaction, message.id, {
        state: wait === undefined ? 'failed' : 'waiting',
        tries: message.tries + 1,
        failure: cause instanceof Error ? cause.message.slice(0, 300) : 'unknown',
        nextTryAt: new Date((wallSec() + (wait ?? 0) * 60) * 1000),
      });
    }
  }
  return due.length;
}

/**
 * The stand-in for a mail and text service that ships with the application: it keeps what it is given and delivers nothing. Addresses
 * at fail.example are refused, so that failures can be seen.
 */
export const standIn: Carrier = async ({ address }) => {
  if (address.endsWith('@fail.example')) throw new Error('The mail stand-in refuses this address');
};
