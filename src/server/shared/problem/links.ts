import type { Visit } from '@/core/index';
import type { VisitRow } from '@/db/repositories/shared/schedule';

/** Where work is that this problem does not hold, seconds from the origin. */
export interface Outside {
  readonly personId: string;
  readonly endSec: number;
}

/** The id of a part of a visit in the core: long jobs come in several. */
export function partId(visitId: string, part: number): string {
  return part === 1 ? visitId : `${visitId}/${part}`;
}

/** The visit and part of an id in the core; null for time that only blocks. */
export function visitOfId(id: string): { readonly visitId: string; readonly part: number } | null {
  if (id.includes('~')) return null;
  const [visitId, part] = id.split('/');
  return { visitId: visitId ?? id, part: part === undefined ? 1 : Number(part) };
}

/** What a visit follows and whose person it wants, as ids of the core; of a job in parts the last one counts. */
export function withLinks(visit: Visit, row: VisitRow, partsOf: (visitId: string) => number): Visit {
  const target = (id: string): string => partId(id, partsOf(id));
  return {
    ...visit,
    ...(row.afterVisitId === null
      ? {}
      : {
          after: {
            visitId: target(row.afterVisitId),
            gapSec: (row.afterGapMin ?? 0) * 60,
            ...(row.afterMostMin === null ? {} : { maxGapSec: row.afterMostMin * 60 }),
          },
        }),
    ...(row.samePersonAsId === null || (visit.people ?? 1) > 1 || visit.crewOf !== undefined
      ? {}
      : { samePersonAs: target(row.samePersonAsId) }),
  };
}

/**
 * Replaces links to work that the problem does not hold by what follows from where that work is. Work that
 * must follow something that nobody has planned cannot be placed.
 */
export function settleLinks(
  visit: Visit,
  present: ReadonlySet<string>,
  outside: ReadonlyMap<string, Outside>,
  knownPersons: ReadonlySet<string>,
): Visit {
  let out: Visit = visit;
  const { after, samePersonAs } = visit;
  if (after && !present.has(after.visitId)) {
    const { after: _after, ...rest } = out;
    const before = outside.get(after.visitId);
    const least = before ? before.endSec + after.gapSec : Number.POSITIVE_INFINITY;
    const most =
      before && after.maxGapSec !== undefined ? before.endSec + after.maxGapSec : Number.POSITIVE_INFINITY;
    const windows = visit.held
      ? visit.windows
      : visit.windows.flatMap((w) => {
          if (w.on === 'finish') {
            const startSec = Math.max(w.startSec, least + visit.durationSec);
            return startSec <= w.latestSec && startSec <= w.endSec ? [{ ...w, startSec }] : [];
          }
          const startSec = Math.max(w.startSec, least);
          const latestSec = Math.min(w.latestSec, most);
          const endSec = Math.min(w.endSec, latestSec);
          return startSec <= endSec ? [{ ...w, startSec, endSec, latestSec }] : [];
        });
    out = { ...rest, windows };
  }
  if (samePersonAs !== undefined && !present.has(samePersonAs)) {
    const { samePersonAs: _same, ...rest } = out;
    const other = outside.get(samePersonAs);
    const isHere = other !== undefined && knownPersons.has(other.personId);
    out =
      visit.held || !other
        ? rest
        : isHere
          ? { ...rest, tie: { personId: other.personId, ...rest.tie } }
          : { ...rest, windows: [] };
  }
  return out;
}
