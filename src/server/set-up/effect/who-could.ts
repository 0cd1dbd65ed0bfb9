import { couldAlone, type Problem, type ProblemIndex, type Shift, type Visit } from '@/core/index';

/** Who could do what on an otherwise empty day, worked out when it is asked for and kept. */
export interface WhoCould {
  readonly index: ProblemIndex;
  /** Visits that the work is about: without those that only take up time. */
  readonly visits: readonly Visit[];
  readonly people: readonly string[];
  could(personId: string, visit: Visit): boolean;
  /** Whether anybody could; beside one person, if named. */
  anybody(visit: Visit, beside?: string): boolean;
}

/** Only people who are open to planning count: the others are planned by hand. */
export function whoCould(index: ProblemIndex, isOpen: (personId: string) => boolean): WhoCould {
  const { problem } = index;
  const shiftsOf = new Map<string, Shift[]>();
  for (const shift of problem.shifts) {
    if (!isOpen(shift.personId)) continue;
    const list = shiftsOf.get(shift.personId);
    if (list) list.push(shift);
    else shiftsOf.set(shift.personId, [shift]);
  }
  const known = new Map<string, boolean>();
  const could = (personId: string, visit: Visit): boolean => {
    const key = `${personId} ${visit.id}`;
    const found = known.get(key);
    if (found !== undefined) return found;
    const answer = (shiftsOf.get(personId) ?? []).some((shift) => couldAlone(index, visit, shift));
    known.set(key, answer);
    return answer;
  };
  const people = [...shiftsOf.keys()];
  return {
    index,
    visits: workOf(problem),
    people,
    could,
    anybody: (visit, beside) => people.some((id) => id !== beside && could(id, visit)),
  };
}

function workOf(problem: Problem): Visit[] {
  return problem.visits.filter((v) => !v.id.includes('~'));
}
