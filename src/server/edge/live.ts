import createSubscriber, { type Subscriber } from 'pg-listen';
import { z } from 'zod';
import { environment } from '@/config/environment';
import type { LiveEvent } from '@/contract/live-event';
import { inTransaction } from '@/db/connection';
import { liveSessions } from '@/db/repositories/access/users';
import { readLine, readRunRow } from '@/db/repositories/runs/runs';
import { toRunView } from '../runs/read-runs';
import { hashToken } from '../shared/hash-token';
import { territoryNames } from '../shared/names';
import type { User } from '../shared/unit';
import { databaseOfProcess } from './process';

/**
 * One connection of this process listens to what commits anywhere; browsers that are open get the small events
 * that their users may see. What a run does is read once, however many watch it.
 */
const CHANNEL = 'lime';
const CHECK_SESSIONS_MS = 15_000;

const told = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('command'),
    command: z.number(),
    objects: z.array(z.string()),
    territoryIds: z.array(z.string()),
    userId: z.string(),
  }),
  z.object({ kind: z.literal('run'), id: z.string() }),
  z.object({ kind: z.literal('drafts'), territoryIds: z.array(z.string()) }),
  z.object({ kind: z.literal('field'), territoryIds: z.array(z.string()) }),
  z.object({ kind: z.literal('sessions') }),
]);

interface Reader {
  readonly user: User;
  readonly tokenHash: string;
  readonly send: (event: LiveEvent) => void;
  readonly end: () => void;
}

interface Hub {
  readonly readers: Set<Reader>;
  readonly subscriber: Subscriber;
}

const holder = globalThis as { limeHub?: Promise<Hub> };

function sees(user: User, territoryIds: readonly string[], needs: 'some' | 'all'): boolean {
  const seen = new Set(user.grants.map((g) => g.territoryId));
  return needs === 'all' ? territoryIds.every((t) => seen.has(t)) : territoryIds.some((t) => seen.has(t));
}

async function passOnRun(readers: ReadonlySet<Reader>, id: string): Promise<void> {
  if (readers.size === 0) return;
  const view = await inTransaction(databaseOfProcess(), 'read', async (transaction) => {
    const row = await readRunRow(transaction, id);
    return row ? toRunView(row, await territoryNames(transaction), await readLine(transaction)) : null;
  });
  if (!view) return;
  for (const reader of readers) {
    if (sees(reader.user, view.extent.territoryIds, 'all')) reader.send({ kind: 'run', run: view });
  }
}

/** Ends the streams of sessions that are over, and of users who were switched off. */
async function endDeadSessions(readers: ReadonlySet<Reader>): Promise<void> {
  if (readers.size === 0) return;
  const hashes = [...new Set([...readers].map((r) => r.tokenHash))];
  const alive = await inTransaction(databaseOfProcess(), 'read', (t) => liveSessions(t, hashes));
  for (const reader of readers) if (!alive.has(reader.tokenHash)) reader.end();
}

async function passOn(readers: ReadonlySet<Reader>, payload: unknown): Promise<void> {
  const parsed = told.safeParse(payload);
  if (!parsed.success) return;
  const event = parsed.data;
  if (event.kind === 'run') return passOnRun(readers, event.id);
  if (event.kind === 'sessions') return endDeadSessions(readers);
  for (const reader of readers) {
    if (event.territoryIds.length > 0 && !sees(reader.user, event.territoryIds, 'some')) continue;
    if (event.kind !== 'command') reader.send({ kind: 'changed', objects: [event.kind], own: false });
    else reader.send({ kind: 'changed', objects: event.objects, own: event.userId === reader.user.id });
  }
  if (event.kind === 'command' && event.objects.includes('users')) await endDeadSessions(readers);
}

async function openHub(): Promise<Hub> {
  const readers = new Set<Reader>();
  const subscriber = createSubscriber(
    { connectionString: environment().databaseUrl },
    // A database that is away comes back: tried for as long as this process lives.
    { retryLimit: Number.POSITIVE_INFINITY, retryTimeout: Number.POSITIVE_INFINITY, retryInterval: 1000 },
  );
  const quietly = (work: Promise<void>): void => void work.catch(() => undefined);
  subscriber.notifications.on(CHANNEL, (payload: unknown) => quietly(passOn(readers, payload)));
  // What happened while nobody listened is not known: all screens look again.
  subscriber.events.on('reconnect', () => {
    for (const reader of readers) reader.send({ kind: 'changed', objects: ['everything'], own: false });
  });
  subscriber.events.on('error', () => undefined);
  await subscriber.connect();
  await subscriber.listenTo(CHANNEL);
  setInterval(() => quietly(endDeadSessions(readers)), CHECK_SESSIONS_MS).unref();
  return { readers, subscriber };
}

function hub(): Promise<Hub> {
  holder.limeHub ??= openHub().catch((cause: unknown) => {
    delete holder.limeHub;
    throw cause;
  });
  return holder.limeHub;
}

/** Adds a reader until the function that is given back is called. */
export async function follow(
  reader: Omit<Reader, 'tokenHash'> & { readonly token: string },
): Promise<() => void> {
  const { readers } = await hub();
  const { token, ...rest } = reader;
  const own: Reader = { ...rest, tokenHash: hashToken(token) };
  readers.add(own);
  return () => void readers.delete(own);
}

/** Lets go of all readers and of the connection: before the process ends. */
export async function closeLive(): Promise<void> {
  const open = await holder.limeHub?.catch(() => null);
  delete holder.limeHub;
  for (const reader of open?.readers ?? []) reader.end();
  await open?.subscriber.close().catch(() => undefined);
}
