import type { Plan } from '../model/plan';
import type { Problem, Shift, SkillLevel, Visit } from '../model/problem';

/** Something that a plan could have more of. */
export type Bind =
  | {
      readonly kind: 'hours';
      readonly skills: readonly SkillLevel[];
      readonly territoryId: string | null;
      readonly dayIx: number;
      readonly addedSec: number;
    }
  | { readonly kind: 'overtime'; readonly addedSec: number }
  | { readonly kind: 'lateness'; readonly addedSec: number }
  | { readonly kind: 'territory'; readonly setting: 'home-and-cover' | 'anybody' };

const MORE_SEC = 3 * 3600;
const OVERTIME_SEC = 1800;
const LATE_SEC = 1800;
const MOST_HOURS = 8;
const DAYS_EACH = 4;
/** Nobody has this id: it is whoever would have the hours more. */
export const MORE_ID = 'lime:more';

/** Days on which a visit could begin, from 0. */
function daysOf(visit: Visit, shifts: readonly Shift[]): number[] {
  const open = shifts.filter((s) =>
    visit.windows.some((w) => w.latestSec >= s.startSec && w.startSec <= s.endSec),
  );
  return [...new Set(open.map((s) => s.dayIx))].sort((a, b) => a - b).slice(0, DAYS_EACH);
}

/**
 * What to try of a plan with loose ends, the most promising first: hours more of the skills that loose ends ask for,
 * where and on which days they could be done; more overtime, more lateness and more cover for everybody.
 */
export function bindsToTry(problem: Problem, plan: Plan): Bind[] {
  const loose = new Set(plan.unplannedVisitIds);
  const groups = new Map<string, { bind: Extract<Bind, { kind: 'hours' }>; price: number }>();
  for (const visit of problem.visits.filter((v) => loose.has(v.id))) {
    const skills = [...visit.skills].sort((a, b) => (a.skillId < b.skillId ? -1 : 1));
    for (const dayIx of daysOf(visit, problem.shifts)) {
      const key = JSON.stringify([skills.map((s) => s.skillId), visit.territoryId, dayIx]);
      const known = groups.get(key);
      const levels = (known?.bind.skills ?? skills).map((s) => ({
        skillId: s.skillId,
        level: Math.max(s.level, skills.find((x) => x.skillId === s.skillId)?.level ?? 0),
      }));
      const bind = {
        kind: 'hours' as const,
        skills: levels,
        territoryId: visit.territoryId,
        dayIx,
        addedSec: MORE_SEC,
      };
      groups.set(key, { bind, price: (known?.price ?? 0) + visit.unplannedPrice });
    }
  }
  const hours = [...groups.values()].sort((a, b) => b.price - a.price).slice(0, MOST_HOURS);
  const wider = { home: 'home-and-cover', 'home-and-cover': 'anybody', anybody: null } as const;
  const setting = wider[problem.rules.territory];
  return [
    ...hours.map((h) => h.bind),
    { kind: 'overtime', addedSec: OVERTIME_SEC },
    { kind: 'lateness', addedSec: LATE_SEC },
    ...(setting === null ? [] : [{ kind: 'territory' as const, setting }]),
  ];
}

function moreHours(problem: Problem, bind: Extract<Bind, { kind: 'hours' }>): Problem | null {
  const { territoryId, dayIx } = bind;
  const onDay = problem.shifts.filter((s) => s.dayIx === dayIx && !s.memberIds);
  const like =
    onDay.find((s) => s.territories.some((t) => t.territoryId === territoryId && t.relation === 'home')) ??
    onDay[0];
  if (!like) return null;
  const { payPerSec: _pay, outPrice: _out, maxVisits: _visits, maxTravelSec: _travel, ...rest } = like;
  const shift: Shift = {
    ...rest,
    id: `${MORE_ID}@${dayIx}`,
    personId: MORE_ID,
    skills: bind.skills,
    territories: territoryId === null ? [] : [{ territoryId, relation: 'home' }],
    overtimeLimitSec: 0,
  };
  return {
    ...problem,
    persons: [...problem.persons, { id: MORE_ID, name: MORE_ID }],
    shifts: [...problem.shifts, shift],
    limits: [...(problem.limits ?? []), { id: MORE_ID, shiftIds: [shift.id], maxWorkSec: bind.addedSec }],
  };
}

/** The problem with more of something; null where nobody works then whose day could be a model. */
export function withMore(problem: Problem, bind: Bind): Problem | null {
  switch (bind.kind) {
    case 'hours':
      return moreHours(problem, bind);
    case 'overtime':
      return {
        ...problem,
        shifts: problem.shifts.map((s) => ({ ...s, overtimeLimitSec: s.overtimeLimitSec + bind.addedSec })),
      };
    case 'lateness':
      return {
        ...problem,
        visits: problem.visits.map((v) => ({
          ...v,
          windows: v.windows.map((w) => ({ ...w, latestSec: w.latestSec + bind.addedSec })),
        })),
      };
    case 'territory':
      return { ...problem, rules: { ...problem.rules, territory: bind.setting } };
  }
}
