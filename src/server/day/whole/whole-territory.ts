import { personAndDate } from '../../shared/problem/make-shifts';
import { homeOn } from '../../shared/problem/memberships';
import type { OpenDay, ReportedDay } from '../open-day';

/** The territory that somebody, or a crew, is of on a date. */
function territoryOf({ ground }: ReportedDay, personId: string, date: string): string | null {
  const { data } = ground.kept.loaded;
  const crew = data.crews.find((c) => c.id === personId);
  if (crew) return crew.territoryId;
  const person = data.technicians.find((t) => t.id === personId);
  return person ? homeOn(person, date) : null;
}

/** Who of a territory is out for the day with something left to do. */
export function outIn(open: OpenDay, territoryId: string, date: string): string[] {
  return open.expected
    .filter(
      (e) =>
        open.facts.shifts.get(e.shiftId)?.outSec !== undefined &&
        personAndDate(e.shiftId).date === date &&
        territoryOf(open, e.personId, date) === territoryId,
    )
    .map((e) => e.personId);
}

/** Territories in which everybody who works on a date is out, several at least, with since when that is so. */
export function withoutPeople(
  open: OpenDay,
  date: string,
): Map<string, { sinceSec: number; people: string[] }> {
  const outSince = new Map<string, (number | undefined)[]>();
  for (const e of open.expected) {
    const territoryId = territoryOf(open, e.personId, date);
    if (territoryId === null) continue;
    outSince.set(territoryId, [
      ...(outSince.get(territoryId) ?? []),
      open.facts.shifts.get(e.shiftId)?.outSec,
    ]);
  }
  const out = new Map<string, { sinceSec: number; people: string[] }>();
  for (const [territoryId, since] of outSince) {
    const known = since.filter((s) => s !== undefined);
    if (since.length < 2 || known.length < since.length) continue;
    out.set(territoryId, { sinceSec: Math.max(...known), people: outIn(open, territoryId, date) });
  }
  return out;
}
