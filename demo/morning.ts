import { courseOf, createRandom, eventsOf, playDays, randomDraw } from '@/core/index';
import { readUserById } from '@/db/repositories/access/users';
import { openDay } from '@/server/day/open-day';
import { takeReports } from '@/server/day/take-reports';
import { visitOfId } from '@/server/shared/problem/links';
import type { SystemUnit } from '@/server/shared/unit';
import type { DemoData } from './demo-data';

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

/** What the field reported this morning: the plan, played with random driving and work until the moment at which the demo stands. */
export async function reportMorning(system: SystemUnit, demo: DemoData): Promise<void> {
  const user = await readUserById(system.transaction, 'user-analyst');
  if (!user) throw new Error('The demo has no analyst');
  const unit = { ...system, user, now: UNTIL - 10 * 3600 };
  const open = await openDay(unit, { territoryIds: demo.territories.map((t) => t.id), date: DATE });
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const random = createRandom(61);
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
    .map((e) => ({ ...e, at: e.atSec + originSec + (e.personId === LATE ? LATE_SEC : 0) }))
    .filter((e) => e.at <= UNTIL && !(e.personId === SILENT && e.at > SILENT_FROM))
    .sort((a, b) => a.at - b.at || a.personId.localeCompare(b.personId));
  for (const [n, { at, personId, kind, visitId }] of events.entries()) {
    const visit = visitId === null ? null : visitOfId(visitId);
    if (visitId !== null && visit === null) continue;
    await takeReports(
      { ...unit, now: at },
      {
        reports: [
          {
            id: idOf(n + 1),
            personId,
            kind,
            visitId: visit?.visitId ?? null,
            part: visit?.part ?? 1,
            at: new Date(at * 1000).toISOString(),
          },
        ],
      },
    );
  }
}
