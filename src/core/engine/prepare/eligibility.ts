import type { Problem, Shift, Visit } from '../../model/problem';

/** Level held per skill number on a shift; 0 is none. */
function levelsOf(shift: Shift, skillIx: ReadonlyMap<string, number>): Int32Array {
  const levels = new Int32Array(skillIx.size);
  for (const held of shift.skills) {
    const ix = skillIx.get(held.skillId);
    if (ix !== undefined) levels[ix] = Math.max(levels[ix]!, held.level);
  }
  return levels;
}

function hasSkills(visit: Visit, levels: Int32Array, skillIx: ReadonlyMap<string, number>): boolean {
  if (visit.skills.length === 0) return true;
  const meets = (need: Visit['skills'][number]): boolean => levels[skillIx.get(need.skillId)!]! >= need.level;
  return visit.skillMode === 'any' ? visit.skills.some(meets) : visit.skills.every(meets);
}

/** 2 home, 1 cover, 0 stranger. */
export function closeness(visit: Visit, shift: Shift): number {
  if (visit.territoryId === null) return 2;
  let best = 0;
  for (const t of shift.territories) {
    if (t.territoryId !== visit.territoryId) continue;
    best = Math.max(best, t.relation === 'home' ? 2 : 1);
  }
  return best;
}

function isWanted(visit: Visit, personId: string): boolean {
  if (visit.neverPersonIds.includes(personId)) return false;
  return visit.mustPersonIds.length === 0 || visit.mustPersonIds.includes(personId);
}

/** [v × shifts + s] = 1 where every rule that looks at the pair alone allows it. */
export function eligiblePairs(problem: Problem): Uint8Array {
  const { visits, shifts, rules } = problem;
  const needed = new Set(visits.flatMap((v) => v.skills.map((s) => s.skillId)));
  const skillIx = new Map([...needed].map((id, i) => [id, i]));
  const levels = shifts.map((s) => levelsOf(s, skillIx));
  const least = { home: 2, 'home-and-cover': 1, anybody: 0 }[rules.territory];
  const out = new Uint8Array(visits.length * shifts.length);
  for (const [v, visit] of visits.entries()) {
    for (const [s, shift] of shifts.entries()) {
      if (visit.tie.personId !== undefined && visit.tie.personId !== shift.personId) continue;
      if (rules.persons && !isWanted(visit, shift.personId)) continue;
      if (closeness(visit, shift) < least) continue;
      if (rules.skills && !hasSkills(visit, levels[s]!, skillIx)) continue;
      out[v * shifts.length + s] = 1;
    }
  }
  return out;
}
