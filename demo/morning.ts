import { courseOf, createRandom, eventsOf, playDays, randomDraw } from '@/core/index';
import { messages } from '@/db/models/requests';
import { rowsOf } from '@/db/models/table';
import { readUserById } from '@/db/repositories/access/users';
import { openDay } from '@/server/day/open-day';
import { takeReports } from '@/server/day/take-reports';
import { visitOfId } from '@/server/shared/problem/links';
import type { SystemUnit } from '@/server/shared/unit';
import type { DemoData } from './demo-data';

const YESTERDAY = '2026-06-08';
const DATE = '2026-06-09';
/** The demo's day stands still here: 09:40 on the island. */
const UNTIL = Date.UTC(2026, 5, 9, 8, 40) / 1000;
/** One says nothing any more after the first visit, and one begins late: a morning as they are. */
const SILENT = 'tech-35';
const LATE = 'tech-32';
const LATE_SEC = 50 * 60;
const SILENT_FROM = Date.UTC(2026, 5, 9, 7, 5) / 1000;

/** Ids that are equal each time, in the shape of a UUID. */
const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

interface Played {
  readonly date: string;
  readonly until: number;
  readonly seed: number;
  /** Ids of reports begin after this one. */
  readonly after: number;
  /** How much later somebody is than by the draw, seconds. */
  readonly lateSec: (personId: string) => number;
  readonly isSilent: (personId: string, at: number) => boolean;
  /** Whether somebody finds that a visit cannot be done. */
  readonly isInVain: (n: number) => boolean;
}

/** What the field reported on a day: the plan, played with random driving and work until a moment. */
async function report(system: SystemUnit, demo: DemoData, day: Played): Promise<number> {
  const user = await readUserById(system.transaction, 'user-analyst');
  if (!user) throw new Error('The demo has no analyst');
  const unit = { ...system, user, now: Date.parse(`${day.date}T00:00:00Z`) / 1000 };
  const open = await openDay(unit, { territoryIds: demo.territories.map((t) => t.id), date: day.date });
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const random = createRandom(day.seed);
  const days = playDays(
    kept.index,
    kept.verdict.timed.routes.map((r) => courseOf(r, open.facts)),
    {
      nowSec: open.facts.nowSec,
      mayPull: true,
      draw: randomDraw({ travelShare: 0.15, workShare: () => 0.25 }, () => random.next()),
    },
  );
  const events = days
    .flatMap(eventsOf)
    .map((e) => ({ ...e, at: e.atSec + originSec + day.lateSec(e.personId) }))
    .filter((e) => e.at <= day.until && !day.isSilent(e.personId, e.at))
    .sort((a, b) => a.at - b.at || a.personId.localeCompare(b.personId));
  let over = 0;
  for (const [n, { at, personId, kind, visitId }] of events.entries()) {
    const visit = visitId === null ? null : visitOfId(visitId);
    if (visitId !== null && visit === null) continue;
    const isInVain = kind === 'done' && day.isInVain(over++);
    await takeReports(
      { ...unit, now: at },
      {
        reports: [
          {
            id: idOf(day.after + n + 1),
            personId,
            kind: isInVain ? 'not-done' : kind,
            ...(isInVain ? { reason: 'A part is missing' } : {}),
            visitId: visit?.visitId ?? null,
            part: visit?.part ?? 1,
            at: new Date(at * 1000).toISOString(),
          },
        ],
      },
    );
  }
  return events.length;
}

/** What the field reported so far: yesterday all day, with a few visits that could not be done, and this morning. */
export async function reportMorning(system: SystemUnit, demo: DemoData): Promise<void> {
  const none = { lateSec: () => 0, isSilent: () => false, isInVain: () => false };
  const after = await report(system, demo, {
    ...none,
    date: YESTERDAY,
    until: UNTIL,
    seed: 60,
    after: 0,
    isInVain: (n) => n % 40 === 17,
  });
  await report(system, demo, {
    ...none,
    date: DATE,
    until: UNTIL,
    seed: 61,
    after,
    lateSec: (personId) => (personId === LATE ? LATE_SEC : 0),
    isSilent: (personId, at) => personId === SILENT && at > SILENT_FROM,
  });
  await sendAll(system);
}

/** What was written on the way went out at once; what the stand-in refuses still waits. */
async function sendAll({ transaction }: SystemUnit): Promise<void> {
  const rows = rowsOf(transaction, messages);
  for (const { id, address, madeAt } of await rows.find({ state: 'waiting' }))
    if (!address.endsWith('@fail.example'))
      await rows.update({ id }, { state: 'sent', tries: 1, sentAt: madeAt });
}
