import { randomUUID } from 'node:crypto';
import { addMail, readMails } from '@/db/repositories/shared/mails';
import { requireRight } from '../shared/access';
import type { SystemUnit, Unit } from '../shared/unit';

const MOST_SHOWN = 100;

export interface Mail {
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
}

/** Sends a mail through the stand-in for a mail service: it goes nowhere, and administrators can read it. */
export async function sendMail({ transaction }: Pick<SystemUnit, 'transaction'>, mail: Mail): Promise<void> {
  await addMail(transaction, { id: randomUUID(), ...mail });
}

/** What was sent of late. Mails hold links by which one comes in: only for whoever makes those. */
export async function listMails(
  unit: Unit,
): Promise<(Mail & { readonly id: string; readonly sentAt: string })[]> {
  requireRight(unit, 'change', 'users');
  const rows = await readMails(unit.transaction, MOST_SHOWN);
  return rows.map(({ sentAt, ...mail }) => ({ ...mail, sentAt: sentAt.toISOString() }));
}
