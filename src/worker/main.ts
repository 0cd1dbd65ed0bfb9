import { setTimeout as sleep } from 'node:timers/promises';
import type PgBoss from 'pg-boss';
import { environment } from '@/config/environment';
import { closeDatabase, inTransaction, isAway, openDatabase } from '@/db/connection';
import { readUserById } from '@/db/repositories/access/users';
import { tellPeople } from '@/server/day/tell-people';
import { openDueRoads } from '@/server/day/whole/open-roads';
import { workNextStudy } from '@/server/runs/studies/work-study';
import { startDueRuns } from '@/server/runs/timed-runs';
import { claimRun, rescueLostRuns } from '@/server/runs/work-run';
import { fetchCalendar } from '@/server/set-up/calendars/fetch-calendar';
import { readDueCalendars } from '@/server/set-up/calendars/keep-reading';
import { forgetOld } from '@/server/set-up/forget';
import { workNextImport } from '@/server/set-up/imports/work-import';
import { createQueue } from '@/server/shared/queue';
import { callDueHooks } from '@/server/work/hooks/call-due';
import { workThroughMails } from '@/server/work/mail/take-in-mails';
import { sendDueMessages, standIn } from '@/server/work/messages/send-due';
import { watchPromises } from '@/server/work/messages/watch-promises';
import { systemUnit } from './in-system-unit';
import { log } from './log';
import { playOn } from './play-day';
import { readRoadsInThread } from './read-roads-in-thread';
import { workNextRest } from './rest-search';
import { runSearch } from './run-search';
import { studyHelper } from './study-helper';

const RESCUE_MS = 5000;
const FORGET_MS = 3_600_000;
const CALENDARS_MS = 300_000;
const TIMETABLES_MS = 20_000;
const OUTBOX_MS = 2000;
const REST_MS = 700;
const PLAY_MS = 150;
const PLAY_IDLE_MS = 1000;
const MOST_WAIT_MS = 10_000;

const stopping = new AbortController();

/** Tries until it works: a database that is away comes back, and nobody is there to start this process again. */
async function untilItWorks<T>(what: string, work: () => Promise<T>): Promise<T> {
  for (let waitMs = 500; ; waitMs = Math.min(MOST_WAIT_MS, waitMs * 2)) {
    try {
      return await work();
    } catch (cause) {
      stopping.signal.throwIfAborted();
      log.warn({ cause: String(cause), waitMs }, `${what}: tried again`);
      await sleep(waitMs, undefined, { signal: stopping.signal });
    }
  }
}

/** Takes runs, and then studies, one after the other until none waits. */
async function workThroughLine(): Promise<void> {
  while (!stopping.signal.aborted) {
    const claimed = await systemUnit(claimRun);
    if (claimed) await runSearch(claimed);
    // Studies go on where no run waits.
    else if (!(await workNextStudy(systemUnit, studyHelper))) return;
  }
}

/** Takes files that are brought in one after the other until none waits. */
async function workThroughFiles(): Promise<void> {
  try {
    while (
      !stopping.signal.aborted &&
      (await workNextImport(openDatabase(environment().databaseUrl), readRoadsInThread))
    );
  } catch (cause) {
    log.error({ cause: cause instanceof Error ? cause.stack : String(cause) }, 'A file failed');
  }
}

/** Reads calendars that are due; each says itself what went wrong with it. */
async function workThroughCalendars(): Promise<void> {
  await readDueCalendars(openDatabase(environment().databaseUrl), fetchCalendar).catch((cause: unknown) =>
    log.warn({ cause: String(cause) }, 'Calendars were not read'),
  );
}

/** Opens roads that are due, takes in mail, sees which promises were moved and whose day was changed, sends messages that wait, and calls programs that want to know. */
async function workThroughOutbox(): Promise<void> {
  await systemUnit(openDueRoads)
    .then(() => workThroughMails(systemUnit))
    .then(() => systemUnit(watchPromises))
    .then(() => systemUnit(tellPeople))
    .then(() => systemUnit((unit) => sendDueMessages(unit, standIn)))
    .then(() => systemUnit(callDueHooks))
    .catch((cause: unknown) => {
      if (!isAway(cause)) log.warn({ cause: String(cause) }, 'The outbox was not worked through');
    });
}

/** One after the other: a slow program that is called does not make calls pile up. */
function keepOutboxMoving(): void {
  setTimeout(() => void workThroughOutbox().finally(keepOutboxMoving), OUTBOX_MS).unref();
}

/** Somebody waits for the rest of a day while it goes on: no long run is in its way. */
function keepResting(): void {
  const again = (): void => {
    if (!stopping.signal.aborted) setTimeout(go, REST_MS).unref();
  };
  const go = (): void =>
    void workNextRest().then(again, (cause: unknown) => {
      if (!isAway(cause)) log.warn({ cause: String(cause) }, 'The rest of a day was not looked at');
      again();
    });
  go();
}

/** In the demo the day goes on while somebody plays it. */
function keepPlaying(): void {
  const again = (didPlay: boolean): void => {
    if (!stopping.signal.aborted) setTimeout(go, didPlay ? PLAY_MS : PLAY_IDLE_MS).unref();
  };
  const go = (): void =>
    void playOn().then(again, (cause: unknown) => {
      if (!isAway(cause)) log.warn({ cause: String(cause) }, 'The day was not played on');
      again(false);
    });
  go();
}

async function rescue(): Promise<void> {
  await systemUnit(rescueLostRuns).catch((cause: unknown) => {
    if (isAway(cause)) log.warn('The database is away');
    else log.error({ cause: String(cause) }, 'Rescue failed');
  });
}

/** Starts what timetables say, in the name of whoever made them. */
async function startDue(): Promise<void> {
  await systemUnit((unit) => startDueRuns(unit, (id) => readUserById(unit.transaction, id))).catch(
    (cause: unknown) => log.warn({ cause: String(cause) }, 'Timetables were not followed'),
  );
}

/** What is kept no longer goes once an hour. */
async function forget(): Promise<void> {
  await systemUnit(forgetOld).catch((cause: unknown) =>
    log.warn({ cause: String(cause) }, 'Nothing was forgotten'),
  );
}

async function main(): Promise<void> {
  const { databaseUrl } = environment();
  const db = openDatabase(databaseUrl);
  await untilItWorks('Database', () => inTransaction(db, 'read', async () => undefined));
  let boss: PgBoss | null = null;
  const stop = async (): Promise<void> => {
    stopping.abort();
    clearInterval(timer);
    await boss?.stop({ graceful: false, wait: true }).catch(() => undefined);
    await closeDatabase();
    process.exit(0);
  };
  process.once('SIGTERM', () => void stop());
  process.once('SIGINT', () => void stop());
  const timer = setInterval(() => void rescue(), RESCUE_MS);
  boss = await untilItWorks('Queue', async () => {
    const queue = createQueue(databaseUrl, { migrate: false });
    await queue.start();
    return queue;
  });
  await boss.work('runs', { batchSize: 1, pollingIntervalSeconds: 0.5 }, () =>
    // A run never fails the nudge: what is not done yet is found by the next rescue.
    workThroughLine().catch((cause: unknown) => log.error({ cause: String(cause) }, 'Line of runs')),
  );
  await boss.work('imports', { batchSize: 1, pollingIntervalSeconds: 0.5 }, async () => {
    await workThroughFiles();
    await workThroughCalendars();
  });
  setInterval(() => void forget(), FORGET_MS).unref();
  setInterval(() => void workThroughCalendars(), CALENDARS_MS).unref();
  setInterval(() => void startDue(), TIMETABLES_MS).unref();
  await rescue();
  await forget();
  await workThroughFiles();
  await workThroughCalendars();
  await startDue();
  keepOutboxMoving();
  keepResting();
  if (environment().isDemo) keepPlaying();
  log.info('Worker ready');
}

// A lost connection of the pool must not end the process: whatever needed it has its own way to go on.
process.on('unhandledRejection', (cause) => log.error({ cause: String(cause) }, 'Unhandled'));
await main();
