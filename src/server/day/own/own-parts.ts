import type { OwnDay } from '@/contract/day/own-day';
import type { LatLon } from '@/core/index';
import { readOwnLeave } from '@/db/repositories/day/leave';
import type { OwnStopRow } from '@/db/repositories/day/own-day';
import { readKeptOf } from '@/db/repositories/day/own-day';
import { readPapersOfVisits, readSeenDays } from '@/db/repositories/day/papers';
import { wayBetween } from '../../shared/travel/base-map';
import { readGround } from '../../shared/travel/ground';
import type { Unit } from '../../shared/unit';

const MOST_CORNERS = 60;
/** So little later or sooner is no news. */
const SAME_SEC = 5 * 60;

const keyOf = ({ visitId, part }: { readonly visitId: string; readonly part: number }): string =>
  `${visitId} ${part}`;

/** What came back already from the visits of a day, by visit and part. */
export async function ownPapers(
  { transaction }: Unit,
  stops: readonly OwnStopRow[],
): Promise<ReadonlyMap<string, OwnDay['stops'][number]['papers']>> {
  const rows = await readPapersOfVisits(
    transaction,
    stops.map((s) => s.visitId),
  );
  return new Map(
    rows.map(({ state, backReason, tasks, parts, minutes, crewMinutes, note, signedBy, photos, ...p }) => [
      keyOf(p),
      {
        state,
        backReason,
        tasks,
        parts,
        minutes,
        crewMinutes: crewMinutes.map((c) => ({ personId: c.personId, minutes: c.minutes })),
        note,
        signedBy,
        photos: photos.length,
      },
    ]),
  );
}

/** What has changed of a day since its person saw it; null where nothing has. */
export async function newsOf(
  { transaction }: Unit,
  { personId, date }: { readonly personId: string; readonly date: string },
  stops: readonly OwnStopRow[],
): Promise<OwnDay['news']> {
  const seen = (await readSeenDays(transaction, date)).find((s) => s.personId === personId);
  return newsBetween(seen?.stops ?? null, stops);
}

interface Told {
  readonly visitId: string;
  readonly part: number;
  readonly label: string;
  readonly site: string;
  readonly startAt: number;
}

interface PlannedNow {
  readonly visitId: string;
  readonly part: number;
  readonly startAt: number;
  /** When it was begun: from then on its person knows better than any plan. */
  readonly beganAt?: number | null;
}

/** What is different between a day as it was seen and as it is. */
export function newsBetween(seen: readonly Told[] | null, stops: readonly PlannedNow[]): OwnDay['news'] {
  if (seen === null) return stops.length === 0 ? null : { isFirst: true, gone: [], fresh: [], moved: [] };
  const now = new Map(stops.map((s) => [keyOf(s), s]));
  const before = new Map(seen.map((s) => [keyOf(s), s]));
  const gone = seen.filter((s) => !now.has(keyOf(s))).map((s) => `${s.label} ${s.site}`.trim());
  const fresh = stops.filter((s) => !before.has(keyOf(s))).map(({ visitId, part }) => ({ visitId, part }));
  const moved = stops.flatMap(({ visitId, part, startAt, beganAt }) => {
    const was = before.get(keyOf({ visitId, part }));
    return was && beganAt == null && Math.abs(was.startAt - startAt) > SAME_SEC
      ? [{ visitId, part, wasAt: was.startAt }]
      : [];
  });
  return gone.length + fresh.length + moved.length === 0 ? null : { isFirst: false, gone, fresh, moved };
}

/** Ways from stop to stop along the roads, thinned out for a small drawing. */
export async function waysOf(
  { transaction }: Unit,
  home: LatLon | null,
  stops: readonly OwnStopRow[],
): Promise<[number, number][][]> {
  const ground = await readGround(transaction);
  let from = home;
  return stops.map(({ lat, lon }) => {
    if (lat === null || lon === null) return [];
    const to = { lat, lon };
    const way = from ? wayBetween(ground, from, to) : [];
    from = to;
    const step = Math.max(1, Math.ceil(way.length / MOST_CORNERS));
    return way
      .filter((_, i) => i % step === 0 || i === way.length - 1)
      .map((p): [number, number] => [p.lat, p.lon]);
  });
}

/** What is kept about a technician beside their work, and the time off that they asked for. */
export async function aboutThem(
  { transaction, now }: Unit,
  technicianId: string,
): Promise<Pick<OwnDay, 'kept' | 'leave'>> {
  const { lat, lon, at, ...counts } = await readKeptOf(transaction, technicianId);
  const leave = await readOwnLeave(transaction, technicianId, new Date(now * 1000));
  return {
    kept: { ...counts, place: lat === null || lon === null || at === null ? null : { lat, lon, at } },
    leave: leave.map(({ id, startAt, endAt, reason, state, answer }) => ({
      id,
      startAt,
      endAt,
      reason,
      state,
      answer,
    })),
  };
}
