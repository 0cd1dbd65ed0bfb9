import type { Shift, Visit } from './problem';

/** Seconds that a visit takes the person of a shift, from start to finish. Several people at once keep its usual time. */
export function durationOf(visit: Visit, shift: Shift): number {
  if ((visit.people ?? 1) > 1) return visit.durationSec;
  const pace = visit.kind === undefined ? undefined : shift.pace?.find((p) => p.kind === visit.kind);
  return pace ? Math.ceil((visit.durationSec * pace.percent) / 100) : visit.durationSec;
}

/** Parts that a visit needs and that are not aboard. */
export function partsToFetch(visit: Visit, shift: Shift): readonly string[] {
  if (!visit.parts) return [];
  return visit.parts.filter((part) => !shift.parts?.includes(part));
}

/** People who work in a shift. */
export function headCount(shift: Shift): number {
  return shift.memberIds?.length ?? 1;
}

/** Everybody whom a shift keeps busy: the person, or the crew and its members. */
export function busyIds(shift: Shift): readonly string[] {
  return shift.memberIds ? [shift.personId, ...shift.memberIds] : [shift.personId];
}
