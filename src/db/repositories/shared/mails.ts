import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { mails } from '../../models/access';
import { rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  recipient: z.string(),
  subject: z.string(),
  body: z.string(),
  sentAt: z.date(),
});
export type MailRow = z.infer<typeof shape>;

export async function addMail(transaction: Transaction, mail: Omit<MailRow, 'sentAt'>): Promise<void> {
  await rowsOf(transaction, mails).insert([mail]);
}

/** The newest mails, at most so many. */
export async function readMails(transaction: Transaction, most: number): Promise<MailRow[]> {
  return select(
    transaction,
    shape,
    `select id, recipient, subject, body, sent_at as "sentAt" from mails order by sent_at desc, id limit :most`,
    { most },
  );
}

export async function dropMails(transaction: Transaction, before: Date): Promise<void> {
  await execute(transaction, 'delete from mails where sent_at < :before', { before });
}
