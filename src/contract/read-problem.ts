import type { Plan, Problem } from '@/core/index';
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
    firstOf(problem.visits, visitError(problem))
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
    if (shift.break && shift.break.latestSec < shift.break.earliestSec) {
      return fail(
        `${at}.break.latestSec`,
        `not before earliestSec (${shift.break.earliestSec}); found ${shift.break.latestSec}`,
      );
    }
    return null;
  };
}

function visitError(problem: Problem) {
  const places = new Set(problem.places.map((p) => p.id));
  const persons = new Set(problem.persons.map((p) => p.id));
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
    for (const key of ['mustPersonIds', 'neverPersonIds', 'favouredPersonIds'] as const) {
      const stranger = visit[key].findIndex((p) => !persons.has(p));
      if (stranger >= 0) return fail(`${at}.${key}[${stranger}]`, `no person "${visit[key][stranger]}"`);
    }
    const tied = visit.tie.personId;
    return tied !== undefined && !persons.has(tied)
      ? fail(`${at}.tie.personId`, `no person "${tied}"`)
      : null;
  };
}
