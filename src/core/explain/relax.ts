import type { Plan } from '../model/plan';
import type { Problem, Shift, Visit } from '../model/problem';
import { missingSkills } from '../rules/skills';
import { indexProblem } from '../travel/problem-index';
import { boardOf } from './board';
import { type Place, placesFor } from './places';

/** One thing that could be allowed. */
export type Relaxation =
  | { readonly kind: 'skill-level'; readonly skillId: string; readonly from: number; readonly to: number }
  | {
      readonly kind: 'overtime';
      readonly personId: string;
      readonly shiftId: string;
      readonly addedSec: number;
    }
  | { readonly kind: 'window-later'; readonly addedSec: number }
  | { readonly kind: 'window-earlier'; readonly addedSec: number }
  | { readonly kind: 'reach'; readonly personId: string; readonly addedSec: number }
  | { readonly kind: 'territory'; readonly setting: 'home-and-cover' | 'anybody' }
  | { readonly kind: 'person'; readonly personId: string }
  | { readonly kind: 'untie-visit' }
  | { readonly kind: 'untie'; readonly visitId: string };

export interface RelaxedPlace {
  readonly relaxation: Relaxation;
  readonly place: Place;
}

const MINUTE = 60;
const OVERTIME_STEPS = [10, 20, 30, 45, 60, 90].map((m) => m * MINUTE);
const WINDOW_STEPS = [15, 30, 60, 120, 240].map((m) => m * MINUTE);
const REACH_STEPS = [5, 10, 20, 30, 60].map((m) => m * MINUTE);
/** Tied neighbours that are tried untied, one at a time. */
const UNTIED = 12;

/**
 * For a loose end: every single relaxation of the kinds known that would place it, the cheapest first.
 * Each is found by trying: the problem is changed in that one thing, and the visit placed in it; of
 * steps of one kind only the first that works is told, and of a visit that has a place only what brings more than that.
 */
export function relaxationsFor(problem: Problem, plan: Plan, visit: Visit): RelaxedPlace[] {
  const attempt = (changed: Problem, shifts?: (s: Shift) => boolean): Place | null => {
    const board = boardOf(indexProblem(changed), plan);
    const own = changed.visits.find((v) => v.id === visit.id);
    if (!board || !own) return null;
    return placesFor(board, own, { limit: 1, shifts })[0] ?? null;
  };
  const withVisit = (change: Partial<Visit>): Problem => ({
    ...problem,
    visits: problem.visits.map((v) => (v.id === visit.id ? { ...v, ...change } : v)),
  });
  const withShifts = (change: (s: Shift) => Shift): Problem => ({
    ...problem,
    shifts: problem.shifts.map(change),
  });
  const found: RelaxedPlace[] = [];
  // What brings no more than a place that is there anyway is no help.
  const asIs = attempt(problem)?.price ?? Number.POSITIVE_INFINITY;
  const keep = (relaxation: Relaxation, place: Place | null): boolean => {
    if (place === null || place.price >= asIs) return false;
    found.push({ relaxation, place });
    return true;
  };
  const personOf = (place: Place | null): Shift | undefined =>
    problem.shifts.find((s) => s.id === place?.spots[0]?.shiftId);

  for (const need of problem.rules.skills ? skillsInTheWay(problem, visit) : []) {
    for (let to = need.level - 1; to >= 0; to--) {
      const skills = visit.skills
        .map((s) => (s.skillId === need.skillId ? { ...s, level: to } : s))
        .filter((s) => s.level > 0);
      const place = attempt(withVisit({ skills }));
      if (keep({ kind: 'skill-level', skillId: need.skillId, from: need.level, to }, place)) break;
    }
  }
  for (const addedSec of OVERTIME_STEPS) {
    const place = attempt(withShifts((s) => ({ ...s, overtimeLimitSec: s.overtimeLimitSec + addedSec })));
    const shift = personOf(place);
    if (!place || !shift) continue;
    if (keep({ kind: 'overtime', personId: shift.personId, shiftId: shift.id, addedSec }, place)) break;
  }
  for (const addedSec of WINDOW_STEPS) {
    const windows = visit.windows.map((w) => ({
      ...w,
      endSec: w.endSec + addedSec,
      latestSec: w.latestSec + addedSec,
    }));
    if (keep({ kind: 'window-later', addedSec }, attempt(withVisit({ windows })))) break;
  }
  for (const addedSec of WINDOW_STEPS) {
    const windows = visit.windows.map((w) => ({ ...w, startSec: w.startSec - addedSec }));
    if (keep({ kind: 'window-earlier', addedSec }, attempt(withVisit({ windows })))) break;
  }
  if (problem.shifts.some((s) => s.reach || s.firstReach)) {
    const longer = (reach: Shift['reach'], sec: number) =>
      reach && { ...reach, sec: reach.sec === undefined ? undefined : reach.sec + sec };
    for (const addedSec of REACH_STEPS) {
      const place = attempt(
        withShifts((s) => ({
          ...s,
          reach: longer(s.reach, addedSec),
          firstReach: longer(s.firstReach, addedSec),
        })),
      );
      const shift = personOf(place);
      if (!place || !shift) continue;
      if (keep({ kind: 'reach', personId: shift.personId, addedSec }, place)) break;
    }
  }
  const wider = { home: ['home-and-cover', 'anybody'], 'home-and-cover': ['anybody'], anybody: [] } as const;
  for (const setting of wider[problem.rules.territory]) {
    const place = attempt({ ...problem, rules: { ...problem.rules, territory: setting } });
    if (keep({ kind: 'territory', setting }, place)) break;
  }
  if (visit.mustPersonIds.length + visit.neverPersonIds.length > 0) {
    const place = attempt(withVisit({ mustPersonIds: [], neverPersonIds: [] }));
    const shift = personOf(place);
    if (place && shift) keep({ kind: 'person', personId: shift.personId }, place);
  }
  if (visit.tie.personId !== undefined || visit.tie.startSec !== undefined) {
    keep({ kind: 'untie-visit' }, attempt(withVisit({ tie: {} })));
  }
  for (const id of tiedNearby(problem, plan, visit)) {
    const untied = { ...problem, visits: problem.visits.map((v) => (v.id === id ? { ...v, tie: {} } : v)) };
    keep({ kind: 'untie', visitId: id }, attempt(untied));
  }
  return found.sort((a, b) => a.place.price - b.place.price);
}

/** Needs of a visit that keep at least one person from it. */
function skillsInTheWay(problem: Problem, visit: Visit): Visit['skills'] {
  return visit.skills.filter((need) =>
    problem.shifts.some((s) => missingSkills({ ...visit, skills: [need], skillMode: 'all' }, s).length > 0),
  );
}

/** Planned visits tied to a time, those nearest in place first. */
function tiedNearby(problem: Problem, plan: Plan, visit: Visit): string[] {
  const index = indexProblem(problem);
  const planned = new Set(plan.routes.flatMap((r) => r.stops.map((s) => s.visitId)));
  return problem.visits
    .filter((v) => v.id !== visit.id && planned.has(v.id) && v.tie.startSec !== undefined)
    .map((v) => ({ id: v.id, sec: index.usualSec(visit.placeId, v.placeId) }))
    .sort((a, b) => a.sec - b.sec)
    .slice(0, UNTIED)
    .map((v) => v.id);
}
