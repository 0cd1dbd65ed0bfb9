import type { FieldReport, ReportRefusal } from '@/contract/day/reports';
import { readSeat } from '@/db/repositories/day/field';
import { readOwnStops } from '@/db/repositories/day/own-day';
import { addPhoto, countPhotos, writePapers, writeSeenDay } from '@/db/repositories/day/papers';
import type { Unit } from '../shared/unit';
import type { Whose } from './whose-day';

const MOST_PHOTOS = 12;

/** Keeps what came back from a visit; gives why it does not count, null where it does. */
export async function keepPapers(
  { transaction }: Unit,
  report: FieldReport,
  whose: Whose,
  at: number,
): Promise<ReportRefusal | null> {
  const { part, papers, photo } = report;
  const visitId = report.visitId!;
  const { personId, date } = whose;
  if (!(await readSeat(transaction, { visitId, part, personId }))) return 'not-planned';
  if (papers) {
    const row = { visitId, part, personId, date, saidAt: new Date(at * 1000), ...papers };
    if (!(await writePapers(transaction, row))) return 'already';
  }
  if (photo) {
    if ((await countPhotos(transaction, visitId, part)) >= MOST_PHOTOS) return 'too-many';
    await addPhoto(transaction, {
      id: report.id,
      visitId,
      part,
      personId,
      image: Buffer.from(photo.image, 'base64'),
      kind: photo.kind,
      at: new Date(at * 1000),
    });
  }
  return null;
}

/** Keeps what somebody has seen of their day: what has changed since is new to them. */
export async function keepSeen(
  { transaction, user }: Unit,
  { personId, date }: Whose,
  seen: NonNullable<FieldReport['stops']>,
  at: number,
): Promise<void> {
  const now = await readOwnStops(transaction, personId, date);
  const known = new Map(now.map((s) => [`${s.visitId} ${s.part}`, s]));
  await writeSeenDay(transaction, {
    personId,
    date,
    stops: seen.map(({ visitId, part, startAt }) => ({
      visitId,
      part,
      startAt,
      label: known.get(`${visitId} ${part}`)?.label ?? '',
      site: known.get(`${visitId} ${part}`)?.site ?? '',
    })),
    seenAt: new Date(at * 1000),
    userId: user.id,
  });
}
