import type { Problem, Shift } from '../model/problem';
import type { Relaxation } from './relax';

function longer(reach: Shift['reach'], addedSec: number): Shift['reach'] {
  return reach && { ...reach, sec: reach.sec === undefined ? undefined : reach.sec + addedSec };
}

/** The problem with one thing allowed: what a relaxation says, for its visit or for everybody. */
export function withRelaxation(problem: Problem, visitId: string, relaxation: Relaxation): Problem {
  const ofVisit = (
    change: (v: Problem['visits'][number]) => Partial<Problem['visits'][number]>,
  ): Problem => ({
    ...problem,
    visits: problem.visits.map((v) => (v.id === visitId ? { ...v, ...change(v) } : v)),
  });
  const ofShifts = (change: (s: Shift) => Partial<Shift>): Problem => ({
    ...problem,
    shifts: problem.shifts.map((s) => ({ ...s, ...change(s) })),
  });
  switch (relaxation.kind) {
    case 'skill-level':
      return ofVisit((v) => ({
        skills: v.skills
          .map((s) => (s.skillId === relaxation.skillId ? { ...s, level: relaxation.to } : s))
          .filter((s) => s.level > 0),
      }));
    case 'overtime':
      return ofShifts((s) => ({ overtimeLimitSec: s.overtimeLimitSec + relaxation.addedSec }));
    case 'window-later':
      return ofVisit((v) => ({
        windows: v.windows.map((w) => ({
          ...w,
          endSec: w.endSec + relaxation.addedSec,
          latestSec: w.latestSec + relaxation.addedSec,
        })),
      }));
    case 'window-earlier':
      return ofVisit((v) => ({
        windows: v.windows.map((w) => ({ ...w, startSec: w.startSec - relaxation.addedSec })),
      }));
    case 'reach':
      return ofShifts((s) => ({
        ...(s.reach ? { reach: longer(s.reach, relaxation.addedSec) } : {}),
        ...(s.firstReach ? { firstReach: longer(s.firstReach, relaxation.addedSec) } : {}),
      }));
    case 'territory':
      return { ...problem, rules: { ...problem.rules, territory: relaxation.setting } };
    case 'person':
      return ofVisit(() => ({ mustPersonIds: [], neverPersonIds: [] }));
    case 'untie-visit':
      return ofVisit(() => ({ tie: {} }));
    case 'untie':
      return {
        ...problem,
        visits: problem.visits.map((v) => (v.id === relaxation.visitId ? { ...v, tie: {} } : v)),
      };
  }
}
