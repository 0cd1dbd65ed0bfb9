import { randomUUID } from 'node:crypto';
import { instantOf, localDateOf } from '@/core/index';
import type { SeenStop, toldDays } from '@/db/models/field';
import type { NewRowOf } from '@/db/models/table';
import { readSpeaker, takeTurns } from '@/db/repositories/day/field';
import { readToldDays, type ToldDay, writeToldDays } from '@/db/repositories/day/told-days';
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

interface Changed {
  readonly before: readonly SeenStop[];
  readonly now: ToldDay['now'];
  readonly zone: string;
  readonly day: string;
}

const listed = (list: readonly string[]): string =>
  list.length <= MOST_NAMED
    ? list.join(', ')
    : `${list.slice(0, MOST_NAMED).join(', ')} and ${list.length - MOST_NAMED} more`;

/** One day in a text: what is new, what is at another time, what is gone. */
function oneDay({ before, now, zone, day }: Changed): string | null {
  const news = newsBetween(before, now);
  if (!news) return null;
  const stopOf = new Map(now.map((s) => [`${s.visitId} ${s.part}`, s]));
  const at = (sec: number): string => clockIn(sec, zone, 'en');
  const fresh = news.fresh.map((f) => {
    const stop = stopOf.get(`${f.visitId} ${f.part}`)!;
    return `${at(stop.startAt)} ${stop.site}`;
  });
  if (before.length === 0) return `Your ${day}: ${listed(fresh)}.`;
  const moved = news.moved.map((m) => {
    const stop = stopOf.get(`${m.visitId} ${m.part}`)!;
    return `${stop.site} at ${at(stop.startAt)}, was ${at(m.wasAt)}`;
  });
  const parts = [
    fresh.length > 0 && `New: ${listed(fresh)}.`,
    moved.length > 0 && `Moved: ${listed(moved)}.`,
    news.gone.length > 0 && `Gone: ${listed(news.gone)}.`,
  ].filter((s) => s !== false);
  return `Your ${day} has changed. ${parts.join(' ')}`;
}

/** One of several days in a text: how much is new, at another time, gone. */
function inShort({ before, now, day }: Changed): string | null {
  const news = newsBetween(before, now);
  if (!news) return null;
  const counts = [
    [news.fresh.length, 'new'],
    [news.moved.length, 'moved'],
    [news.gone.length, 'gone'],
  ] as const;
  return `${day}: ${counts.flatMap(([n, what]) => (n > 0 ? [`${n} ${what}`] : [])).join(', ')}.`;
}

/** What somebody is written of days of theirs that have become others; null where none has. */
export function changeText(days: readonly Changed[]): string | null {
  const short = days.map(inShort).filter((s) => s !== null);
  if (short.length > 1) return `Your days have changed. ${short.join(' ')}`;
  return days.map(oneDay).find((s) => s !== null) ?? null;
}

/** Writes to whoever speaks for people and crews on some days, one text each; nobody is written to who has no telephone. */
async function write({ transaction, now }: SystemUnit, due: readonly Due[]): Promise<number> {
  const days = new Map<string, Changed[]>();
  for (const { row, before } of [...due].sort((a, b) => a.row.date.localeCompare(b.row.date))) {
    const who = await readSpeaker(transaction, row.personId, row.date);
    if (!who?.speakerId) continue;
    const day = dayIn(instantOf(row.date, 720, who.zone), who.zone, 'en');
    const own = days.get(who.speakerId) ?? [];
    days.set(who.speakerId, [...own, { before, now: row.now, zone: who.zone, day }]);
  }
  let written = 0;
  for (const { id, phone } of await readMany(transaction, 'technicians', [...days.keys()])) {
    const body = changeText(days.get(id)!);
    if (body === null || phone === '') continue;
    await addMessage(transaction, {
      id: randomUUID(),
      event: 'your-day',
      channel: 'text',
      address: phone,
      body,
      workOrderId: null,
      technicianId: id,
      state: 'waiting',
      nextTryAt: date(wallSec()),
      madeAt: date(now),
    });
    written++;
  }
  return written;
}

interface Due {
  readonly row: ToldDay;
  /** The day as they know it. */
  readonly before: readonly SeenStop[];
}

/**
 * Writes to technicians whose day was changed by somebody after they had seen it or it was published: only what is different, once it
 * has stood for a minute, and each change once. Gives how many were written to.
 */
export async function tellPeople(unit: SystemUnit): Promise<number> {
  const { transaction, now } = unit;
  const stamp = await newestCommand(transaction);
  if (stamp === looked.stamp && !looked.waits) return 0;
  // Of several workers one writes, and the others then see what it wrote.
  await takeTurns(transaction, 'told-days', '');
  const wall = wallSec();
  const due: Due[] = [];
  const noted: NewRowOf<typeof toldDays>[] = [];
  let waits = false;
  // Whose day it is still depends on their zone: a day earlier is early enough.
  for (const row of await readToldDays(transaction, localDateOf(now - 86_400, 'UTC'))) {
    const seenAt = row.seenAt ?? 0;
    const isTold = row.told !== null && row.toldAt !== null && row.toldAt >= seenAt;
    const before = (isTold ? row.told : row.seen) ?? [];
    const isSame = row.noticed !== null && newsBetween(row.noticed, row.now) === null;
    const isBack = newsBetween(before, row.now) === null;
    if (isBack && (isSame || row.noticed === null)) continue;
    const noticedAt = isSame ? row.noticedAt! : wall;
    const isDue = wall - noticedAt >= STANDS_SEC;
    if (!isDue) waits ||= !isBack;
    if (!isDue && isSame) continue;
    if (isDue && localDateOf(now, 'UTC') <= row.date) due.push({ row, before });
    const told = isTold ? { told: row.told, toldAt: date(row.toldAt!) } : { told: null, toldAt: null };
    noted.push({
      personId: row.personId,
      date: row.date,
      noticed: row.now,
      noticedAt: date(noticedAt),
      ...(isDue ? { told: row.now, toldAt: date(Math.max(now, seenAt)) } : told),
    });
  }
  const written = await write(unit, due);
  await writeToldDays(transaction, noted);
  Object.assign(looked, { stamp, waits });
  return written;
}
