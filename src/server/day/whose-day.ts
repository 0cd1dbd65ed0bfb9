import { may } from '@/contract/access/permissions';
import type { FieldReport } from '@/contract/day/reports';
import { localDateOf } from '@/core/index';
import { readSeat, readSpeaker } from '@/db/repositories/day/field';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

/** Whose day it is, and the date on which it counts. */
export interface Whose {
  readonly personId: string;
  readonly date: string;
  readonly territoryIds: readonly string[];
}

/**
 * Whose word counts: the technician's own, of a crew that of whoever leads it on the day, and that of the office where they have the
 * say. Everybody else is answered as if there were no such person.
 */
export async function whoseDay({ user, transaction }: Unit, report: FieldReport, at: number): Promise<Whose> {
  const roughly = localDateOf(at, 'UTC');
  const someday = await readSpeaker(transaction, report.personId, roughly);
  if (!someday) throw new Refusal('not-found');
  const seat =
    report.visitId === null
      ? null
      : await readSeat(transaction, {
          visitId: report.visitId,
          part: report.part,
          personId: report.personId,
        });
  const date = seat?.date ?? report.date ?? localDateOf(at, someday.zone);
  const who = (await readSpeaker(transaction, report.personId, date)) ?? someday;
  const isOwn = user.technicianId != null && user.technicianId === who.speakerId;
  const isOffice =
    who.territoryIds.length > 0 && who.territoryIds.some((t) => may(user, 'change', 'day', [t]));
  if (!isOwn && !isOffice) throw new Refusal('not-found');
  return { personId: report.personId, date, territoryIds: who.territoryIds };
}
