import type { BreakRule, Plan, Problem, Visit } from '@/core/index';
import { type FileError, type Read, refuse } from './file-error';
import { planSchema, problemSchema } from './problem-schema';
import { readJson } from './read-json';

/** Reads a problem file: shape by schema, then whether its parts belong together. */
export function readProblem(text: string): Read<Problem> {
  const shaped = readJson<Problem>(text, problemSchema);
  if (!shaped.ok) return shaped;
  const error = firstNonsense(shaped.value);
  return error ? { ok: false, error } : shaped;
}

/** Reads a plan file. Whether it fits a problem is for the checker. */
export function readPlan(text: string): Read<Plan> {
  return readJson<Plan>(text, planSchema);
}

/** The first thing that a schema cannot say and that is wrong, or null. */
export function firstNonsense(problem: Problem): FileError | null {
  return (
    duplicateIds(problem) ??
    matrixSize(problem) ??
    firstOf(problem.shifts, shiftError(problem)) ??
    firstOf(problem.visits, visitError(problem)) ??
    wholeError(problem)
  );
}

function fail(where: string, message: string): FileError {
  return refuse(where, message).error;
}

function firstOf<T>(items: readonly T[], check: (item: T, ix: number) => FileError | null): FileError | null {
  for (const [ix, item] of items.entries()) {
    const error = check(item, ix);
    if (error) return error;
  }
  return null;
}

function duplicateIds(problem: Problem): FileError | null {
  for (const list of ['places', 'persons', 'shifts', 'visits'] as const) {
    const seen = new Map<string, number>();
    for (const [ix, { id }] of problem[list].entries()) {
      const earlier = seen.get(id);
      if (earlier !== undefined) {
        return fail(`${list}[${ix}].id`, `"${id}" is already the id of ${list}[${earlier}]`);
      }
      seen.set(id, ix);
    }
  }
  return null;
}

function matrixSize(problem: Problem): FileError | null {
  const cells = problem.places.length ** 2;
  for (const key of ['durationSec', 'distanceM'] as const) {
    const size = problem.travel[key].length;
    if (size !== cells) {
      return fail(
        `travel.${key}`,
        `expected ${cells} entries for ${problem.places.length} places; found ${size}`,
      );
    }
  }
  return null;
}

function shiftError(problem: Problem) {
  const places = new Set(problem.places.map((p) => p.id));
  const persons = new Set(problem.persons.map((p) => p.id));
  return (shift: Problem['shifts'][number], ix: number): FileError | null => {
    const at = `shifts[${ix}]`;
    if (!persons.has(shift.personId)) return fail(`${at}.personId`, `no person "${shift.personId}"`);
    for (const key of ['startPlaceId', 'endPlaceId'] as const) {
      if (!places.has(shift[key])) return fail(`${at}.${key}`, `no place "${shift[key]}"`);
    }
    if (shift.endSec <= shift.startSec) {
      return fail(`${at}.endSec`, `a shift ends after it starts (${shift.startSec}); found ${shift.endSec}`);
    }
    for (const [k, pause] of shift.breaks.entries()) {
      const error = breakError(pause, shift.breaks[k - 1], `${at}.breaks[${k}]`);
      if (error) return error;
    }
    if (shift.partsPlaceId !== undefined && !places.has(shift.partsPlaceId)) {
      return fail(`${at}.partsPlaceId`, `no place "${shift.partsPlaceId}"`);
    }
    const stranger = shift.memberIds?.findIndex((p) => !persons.has(p)) ?? -1;
    if (stranger >= 0)
      return fail(`${at}.memberIds[${stranger}]`, `no person "${shift.memberIds?.[stranger]}"`);
    return null;
  };
}

function breakError(pause: BreakRule, before: BreakRule | undefined, at: string): FileError | null {
  const { earliestSec, latestSec, dueSec = latestSec } = pause;
  if (latestSec < earliestSec) {
    return fail(`${at}.latestSec`, `not before earliestSec (${earliestSec}); found ${latestSec}`);
  }
  if (dueSec < latestSec) return fail(`${at}.dueSec`, `not before latestSec (${latestSec}); found ${dueSec}`);
  if (!before) return null;
  const { dueSec: dueBefore = before.latestSec } = before;
  if (earliestSec < before.earliestSec || latestSec < before.latestSec || dueSec < dueBefore) {
    return fail(at, 'breaks are listed in the order in which they are taken and become due');
  }
  return null;
}

function visitError(problem: Problem) {
  const places = new Set(problem.places.map((p) => p.id));
  const persons = new Set(problem.persons.map((p) => p.id));
  const visits = new Map(problem.visits.map((v) => [v.id, v]));
  return (visit: Problem['visits'][number], ix: number): FileError | null => {
    const at = `visits[${ix}]`;
    if (!places.has(visit.placeId)) return fail(`${at}.placeId`, `no place "${visit.placeId}"`);
    for (const [k, w] of visit.windows.entries()) {
      if (w.endSec < w.startSec) {
        return fail(
          `${at}.windows[${k}].endSec`,
          `a window ends after it starts (${w.startSec}); found ${w.endSec}`,
        );
      }
      if (w.latestSec < w.endSec) {
        return fail(`${at}.windows[${k}].latestSec`, `not before endSec (${w.endSec}); found ${w.latestSec}`);
      }
    }
    for (const key of ['mustPersonIds', 'neverPersonIds', 'favouredPersonIds', 'avoidPersonIds'] as const) {
      const list = visit[key] ?? [];
      const stranger = list.findIndex((p) => !persons.has(p));
      if (stranger >= 0) return fail(`${at}.${key}[${stranger}]`, `no person "${list[stranger]}"`);
    }
    const tied = visit.tie.personId;
    if (tied !== undefined && !persons.has(tied)) return fail(`${at}.tie.personId`, `no person "${tied}"`);
    if (visit.base && !persons.has(visit.base.personId)) {
      return fail(`${at}.base.personId`, `no person "${visit.base.personId}"`);
    }
    for (const [k, a] of (visit.access ?? []).entries()) {
      if (a.endSec < a.startSec) {
        return fail(
          `${at}.access[${k}].endSec`,
          `access ends after it starts (${a.startSec}); found ${a.endSec}`,
        );
      }
    }
    return linkError(problem, visits, visit, at);
  };
}

/** Links to other visits must lead somewhere, never in a circle, and not ask for what cannot be. */
function linkError(
  problem: Problem,
  visits: ReadonlyMap<string, Visit>,
  visit: Visit,
  at: string,
): FileError | null {
  const { after, samePersonAs, people = 1 } = visit;
  if (after && !visits.has(after.visitId)) return fail(`${at}.after.visitId`, `no visit "${after.visitId}"`);
  if (after?.maxGapSec !== undefined && after.maxGapSec < after.gapSec) {
    return fail(`${at}.after.maxGapSec`, `not less than gapSec (${after.gapSec}); found ${after.maxGapSec}`);
  }
  if (samePersonAs !== undefined && !visits.has(samePersonAs)) {
    return fail(`${at}.samePersonAs`, `no visit "${samePersonAs}"`);
  }
  if (samePersonAs === visit.id)
    return fail(`${at}.samePersonAs`, 'a visit cannot ask for the same person as itself');
  if (people > 1 && (samePersonAs !== undefined || visit.crewOf !== undefined)) {
    return fail(
      `${at}.people`,
      'a visit for several people cannot also ask for a crew or for one same person',
    );
  }
  const same = samePersonAs === undefined ? undefined : visits.get(samePersonAs);
  if (same && (same.people ?? 1) > 1) {
    return fail(`${at}.samePersonAs`, `"${same.id}" is done by several people`);
  }
  const seen = new Set([visit.id]);
  for (let next = after; next; next = visits.get(next.visitId)?.after) {
    if (seen.has(next.visitId)) return fail(`${at}.after.visitId`, 'visits follow each other in a circle');
    seen.add(next.visitId);
  }
  const kinds = new Set((problem.equipment ?? []).map((u) => u.kind));
  const unknown = visit.equipment?.findIndex((kind) => !kinds.has(kind)) ?? -1;
  return unknown >= 0
    ? fail(`${at}.equipment[${unknown}]`, `no equipment of the kind "${visit.equipment?.[unknown]}"`)
    : null;
}

function wholeError(problem: Problem): FileError | null {
  const shifts = new Set(problem.shifts.map((s) => s.id));
  for (const [i, limit] of (problem.limits ?? []).entries()) {
    const k = limit.shiftIds.findIndex((s) => !shifts.has(s));
    if (k >= 0) return fail(`limits[${i}].shiftIds[${k}]`, `no shift "${limit.shiftIds[k]}"`);
    const twice = limit.shiftIds.findIndex((s, at) => limit.shiftIds.indexOf(s) < at);
    if (twice >= 0) {
      return fail(`limits[${i}].shiftIds[${twice}]`, `"${limit.shiftIds[twice]}" is listed already`);
    }
  }
  const { byTime } = problem.travel;
  if (!byTime) return null;
  for (const [i, slice] of byTime.slices.entries()) {
    if (slice.length !== problem.places.length ** 2) {
      return fail(
        `travel.byTime.slices[${i}]`,
        `expected ${problem.places.length ** 2} entries; found ${slice.length}`,
      );
    }
  }
  for (const [i, entry] of byTime.timeline.entries()) {
    const before = byTime.timeline[i - 1];
    if (entry.slice >= byTime.slices.length) {
      return fail(
        `travel.byTime.timeline[${i}].slice`,
        `there are ${byTime.slices.length} slices; found ${entry.slice}`,
      );
    }
    if (before && entry.fromSec <= before.fromSec) {
      return fail(
        `travel.byTime.timeline[${i}].fromSec`,
        `later than the one before (${before.fromSec}); found ${entry.fromSec}`,
      );
    }
  }
  return null;
}
