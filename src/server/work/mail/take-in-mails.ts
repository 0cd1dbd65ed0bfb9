import { createHash, randomUUID } from 'node:crypto';
import { type IncomingAsk, incomingAsk } from '@/contract/work/mails';
import {
  findAssetAmong,
  findCustomerByMail,
  findOrderPlace,
  putIncoming,
  readIncoming,
  takeWaitingMails,
  updateIncoming,
} from '@/db/repositories/work/incoming-mails';
import { requireRight, seenBy } from '../../shared/access';
import { Refusal, required } from '../../shared/refusal';
import type { SystemUnit, Unit } from '../../shared/unit';
import { inCustomersName } from '../booking/as-customers';
import { takeRequest } from '../requests';
import { numbersIn, orderNumberIn, type ReadMail, readMail, saidIn } from './read-mail';

const MOST_AT_ONCE = 20;
const MOST_SHOWN = 200;
const MOST_NAME = 120;

/** A header that must not end early or begin another. */
const inOneLine = (text: string): string => text.replaceAll(/[\r\n]+/g, ' ');

/** A header's words, in any script (RFC 2047). */
const encoded = (text: string): string =>
  /^[\x20-\x7e]*$/.test(text) ? text : `=?UTF-8?B?${Buffer.from(text).toString('base64')}?=`;

/** A mail as the stand-in would pass it on. */
function written(ask: Exclude<IncomingAsk, { raw: string }>, at: Date): string {
  const name = inOneLine(ask.name).replaceAll(/["\\]/g, '');
  return [
    `From: ${name === '' ? ask.from : `${encoded(name) === name ? `"${name}"` : encoded(name)} <${ask.from}>`}`,
    'To: work@stand-in.example',
    `Date: ${at.toUTCString()}`,
    `Message-ID: <${randomUUID()}@stand-in.example>`,
    `Subject: ${encoded(inOneLine(ask.subject))}`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    'Content-Transfer-Encoding: base64',
    '',
    Buffer.from(ask.text)
      .toString('base64')
      .replaceAll(/.{76}/g, (line) => `${line}\r\n`),
  ].join('\r\n');
}

/** A mail passed on twice is one: by what its sender called it, else by what it is. */
function idOf(raw: string): string {
  const own = /^message-id:\s*(<[^>\r\n]{1,200}>)/im.exec(raw.split(/\r?\n\r?\n/, 1)[0] ?? '')?.[1];
  return own ?? createHash('sha256').update(raw).digest('hex');
}

/** Puts a mail into the mailbox, as a mail service would; a worker makes a request of it. */
export async function putMail(unit: Unit, rawAsk: unknown): Promise<{ id: string; isNew: boolean }> {
  requireRight(unit, 'change', 'requests');
  const ask = required(incomingAsk, rawAsk);
  const arrivedAt = new Date(unit.now * 1000);
  const raw = 'raw' in ask ? ask.raw : written(ask, arrivedAt);
  // What cannot be kept as text is told at once, not found lost later.
  if (raw.includes('\u0000'))
    throw new Refusal('invalid', { problems: [{ path: 'raw', code: 'not-text', facts: {} }] });
  const id = idOf(raw);
  return { id, isNew: await putIncoming(unit.transaction, { id, raw, arrivedAt }) };
}

/** What came in by mail, and what became of it. */
export async function listIncoming(unit: Unit) {
  requireRight(unit, 'read', 'requests');
  const rows = await readIncoming(unit.transaction, {
    territoryIds: [...seenBy(unit.user)],
    most: MOST_SHOWN,
  });
  return rows.map(({ arrivedAt, requestId, number, stage, site, ...mail }) => ({
    ...mail,
    arrivedAt: arrivedAt.toISOString(),
    request: requestId === null ? null : { id: requestId, number: number!, stage: stage!, site },
  }));
}

/** Whose it is and where: by the work order or the serial number that it speaks of, else by its sender. A sender alone opens no other's place. */
async function placeOf({ transaction }: SystemUnit, mail: ReadMail) {
  const all = `${mail.subject}\n${mail.text}`;
  const sender = await findCustomerByMail(transaction, mail.from);
  const number = orderNumberIn(all);
  const named =
    (await findAssetAmong(transaction, numbersIn(all))) ??
    (number === null ? null : await findOrderPlace(transaction, number));
  if (named && (sender === null || named.customerId === sender.customerId)) return named;
  return { siteId: sender?.siteId ?? null, customerId: sender?.customerId ?? null, assetId: null };
}

async function takeIn(unit: SystemUnit, raw: string) {
  const mail = await readMail(raw);
  const told = { sender: mail.from, subject: mail.subject.slice(0, 300) };
  if (mail.isAutomatic) return { ...told, state: 'failed' as const, failure: 'An automatic answer' };
  const customers = await inCustomersName(unit);
  const { id } = await takeRequest(customers, {
    ...(await placeOf(unit, mail)),
    channel: 'mail',
    caller: mail.name.slice(0, MOST_NAME),
    callBack: mail.from.slice(0, MOST_NAME),
    said: saidIn(mail),
  });
  return { ...told, state: 'taken' as const, requestId: id };
}

/** The oldest mail that waits as a request; its id, null where none waits. */
async function takeNext(unit: SystemUnit, seen: (id: string) => void): Promise<boolean> {
  const [mail] = await takeWaitingMails(unit.transaction, 1);
  if (!mail) return false;
  seen(mail.id);
  await updateIncoming(unit.transaction, mail.id, await takeIn(unit, mail.raw));
  return true;
}

/** Makes requests of the mails that wait, each in a transaction of its own. One that cannot be read is kept, and seen as such. */
export async function workThroughMails(
  inUnit: <T>(work: (unit: SystemUnit) => Promise<T>) => Promise<T>,
): Promise<void> {
  for (let n = 0; n < MOST_AT_ONCE; n++) {
    let id: string | null = null;
    try {
      if (!(await inUnit((unit) => takeNext(unit, (own) => (id = own))))) return;
    } catch (cause) {
      if (id === null) throw cause;
      const failed = id;
      const failure = (cause instanceof Error ? cause.message : String(cause)).slice(0, 300);
      await inUnit(({ transaction }) => updateIncoming(transaction, failed, { state: 'failed', failure }));
    }
  }
}
