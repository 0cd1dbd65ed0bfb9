import type { Transaction } from '@/db/connection';
import { incomingMails } from '@/db/models/requests';
import { rowsOf } from '@/db/models/table';
import { at, keeperOf, serialOf } from './customers';
import type { DemoData } from './demo-data';

/** Mails of the morning that nobody has read yet: one names what it is about, one does not. */
export async function writeMails(transaction: Transaction, demo: DemoData): Promise<void> {
  const serial = serialOf(
    demo.sites.findIndex((s) => keeperOf(s.name) === 'inns'),
    0,
  );
  const mails = [
    {
      from: '"Femke Oswin" <yard@inns.example>',
      subject: 'Card not taken again',
      text: `Good morning,\n\nsince yesterday the terminal takes no card, it is number ${serial}. It was mended in May already.`,
    },
    {
      from: '"Elva Tarnby" <yard@schools.example>',
      subject: 'Cover loose at the library',
      text: 'The front cover is loose and rattles in the wind. No hurry, but before the holidays, please.',
    },
  ];
  await rowsOf(transaction, incomingMails).insert(
    mails.map(({ from, subject, text }, i) => ({
      id: `<demo-${i + 1}@stand-in.example>`,
      raw: [`From: ${from}`, `Subject: ${subject}`, 'Content-Type: text/plain; charset=utf-8', '', text].join(
        '\r\n',
      ),
      arrivedAt: at('2026-06-09', 7 * 60 + 50 + i * 19),
      state: 'waiting' as const,
    })),
  );
}
