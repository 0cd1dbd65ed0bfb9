import type { FieldReport, ReportRefusal, VisitPapers } from '@/contract/day/reports';
import { readCrewMembers, readSeat } from '@/db/repositories/day/field';
import { readOwnStops } from '@/db/repositories/day/own-day';
import { addPhoto, countPhotos, writePapers, writeSeenDay } from '@/db/repositories/day/papers';
import { Refusal } from '../shared/refusal';
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
    await requireCrew(transaction, whose, papers.crewMinutes);
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

/** Time is that of people who belong to the crew on that day, each once. */
async function requireCrew(
  transaction: Unit['transaction'],
  { personId, date }: Whose,
  times: VisitPapers['crewMinutes'],
): Promise<void> {
  if (times.length === 0) return;
  const members = new Set((await readCrewMembers(transaction, personId, date)).map((m) => m.id));
  const problems = times.flatMap((t, i) =>
    members.delete(t.personId)
      ? []
      : [{ path: `papers.crewMinutes.${i}.personId`, code: 'not-in-crew', facts: {} }],
  );
  if (problems.length > 0) throw new Refusal('invalid', { problems });
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
