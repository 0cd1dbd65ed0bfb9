import type { Problem, Visit } from '../../model/problem';

/** The problem's visits as the search sees them: one for each person needed. */
export interface Parts {
  readonly visits: readonly Visit[];
  readonly sourceOf: Int32Array;
  readonly leadOf: Int32Array;
}

export function partsOf(problem: Problem): Parts {
  const visits: Visit[] = [];
  const sourceOf: number[] = [];
  const leadOf: number[] = [];
  for (const [i, visit] of problem.visits.entries()) {
    const lead = visits.length;
    for (let k = 0; k < (visit.people ?? 1); k++) {
      visits.push(visit);
      sourceOf.push(i);
      leadOf.push(lead);
    }
  }
  return { visits, sourceOf: Int32Array.from(sourceOf), leadOf: Int32Array.from(leadOf) };
}
