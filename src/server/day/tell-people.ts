import { randomUUID } from 'node:crypto';
import { instantOf, localDateOf } from '@/core/index';
import type { SeenStop } from '@/db/models/field';
import { readSpeaker, takeTurns } from '@/db/repositories/day/field';
import { readToldDays, type ToldDay, writeToldDay } from '@/db/repositories/day/told-days';
import { newestCommand } from '@/db/repositories/shared/commands';
import { readMany } from '@/db/repositories/shared/schedule';
import { addMessage } from '@/db/repositories/work/outbox';
import { wallSec } from '../shared/clock';
import { clockIn, dayIn } from '../shared/messages/say-times';
import type { SystemUnit } from '../shared/unit';
import { newsBetween } from './own/own-parts';

/** What has changed has to stand for so long before anybody is written to: a hand that tries things out writes to nobody. */
const STANDS_SEC = 60;
const MOST_NAMED = 4;

const date = (sec: number): Date => new Date(sec * 1000);

/** What was looked at last in this process: where nothing has changed and nothing waits, there is nothing to be told. */
const looked = { stamp: -1, waits: false };

/** A day in one text: what is new, what is at another time, what is gone. */
export function changeText(
  before: readonly SeenStop[],
  now: ToldDay['now'],
  { zone, day }: { readonly zone: string; readonly day: string },
): string | null {
  const news = newsBetween(before, now);
  if (!news) return null;
  const stopOf = new Map(now.map((s) => [`${s.visitId} ${s.part}`, s]));
  const at = (sec: number): string => clockIn(sec, zone, 'en');
  const named = (list: readonly string[]): string =>
    list.length <= MOST_NAMED
      ? list.join(', ')
      : `${list.slice(0, MOST_NAMED).join(', ')} and ${list.length - MOST_NAMED} more`;
  const fresh = news.fresh.map((f) => {
    const stop = stopOf.get(`${f.visitId} ${f.part}`)!;
    return `${at(stop.startAt)} ${stop.site}`;
  });
  const moved = news.moved.map((m) => {
    const stop = stopOf.get(`${m.visitId} ${m.part}`)!;
    return `${stop.site} at ${at(stop.startAt)}, was ${at(m.wasAt)}`;
  });
  const parts = [
    fresh.length > 0 && `New: ${named(fresh)}.`,
    moved.length > 0 && `Moved: ${named(moved)}.`,
    news.gone.length > 0 && `Gone: ${named(news.gone)}.`,
  ].filter((s) => s !== false);
  return `Your ${day} has changed. ${parts.join(' ')}`;
}

/** Writes to whoever speaks for a person or a crew on a day; nobody is written to who has no telephone. */
async function write(
  { transaction, now }: SystemUnit,
  row: ToldDay,
  before: readonly SeenStop[],
): Promise<boolean> {
  const who = await readSpeaker(transaction, row.personId, row.date);
  const [technician] = who?.speakerId ? await readMany(transaction, 'technicians', [who.speakerId]) : [];
  if (!who || !technician || technician.phone === '') return false;
  const day = dayIn(instantOf(row.date, 720, who.zone), who.zone, 'en');
  const body = changeText(before, row.now, { zone: who.zone, day });
  if (body === null) return false;
  await addMessage(transaction, {
    id: randomUUID(),
    event: 'your-day',
    channel: 'text',
    address: technician.phone,
    body,
    workOrderId: null,
    technicianId: technician.id,
    state: 'waiting',
    nextTryAt: date(wallSec()),
    madeAt: date(now),
  });
  return true;
}

/**
 * Writes to technicians whose day was changed by somebody after they had seen it: only what is different, once it has stood for a
 * minute, and each change once. Gives how many were written to.
 */
export async function tellPeople(unit: SystemUnit): Promise<number> {
  const { transaction, now } = unit;
  const stamp = await newestCommand(transaction);
  if (stamp === looked.stamp && !looked.waits) return 0;
  // Of several workers one writes, and the others then see what it wrote.
  await takeTurns(transaction, 'told-days', '');
  const wall = wallSec();
  let written = 0;
  let waits = false;
  // Whose day it is still depends on their zone: a day earlier is early enough.
  for (const row of await readToldDays(transaction, localDateOf(now - 86_400, 'UTC'))) {
    const isTold = row.told !== null && row.toldAt !== null && row.toldAt >= row.seenAt;
    const before = isTold ? row.told! : row.seen;
    const { personId } = row;
    const isSame = row.noticed !== null && newsBetween(row.noticed, row.now) === null;
    const isBack = newsBetween(before, row.now) === null;
    if (isBack && (isSame || row.noticed === null)) continue;
    const noticedAt = isSame ? row.noticedAt! : wall;
    const isDue = wall - noticedAt >= STANDS_SEC;
    const told = isTold ? { told: row.told, toldAt: date(row.toldAt!) } : { told: null, toldAt: null };
    if (!isDue) waits ||= !isBack;
    else if (localDateOf(now, 'UTC') <= row.date && (await write(unit, row, before))) written++;
    await writeToldDay(transaction, {
      personId,
      date: row.date,
      noticed: row.now,
      noticedAt: date(noticedAt),
      ...(isDue ? { told: row.now, toldAt: date(Math.max(now, row.seenAt)) } : told),
    });
  }
  Object.assign(looked, { stamp, waits });
  return written;
}
