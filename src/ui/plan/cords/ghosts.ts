import type { PlanView, StopView } from '@/contract/plan/plan-view';

/** A visit as another plan has it, where this one has it elsewhere or not at all. */
export interface Ghost {
  readonly stop: StopView;
  readonly date: string;
}

const placeKey = (personId: string, { visitId, startAt }: StopView): string =>
  `${visitId} ${personId} ${startAt}`;

/** What another plan has in other places, by person: drawn on the cord where that plan has it. */
export function ghostsOf(view: PlanView, other: PlanView | undefined): ReadonlyMap<string, readonly Ghost[]> {
  const out = new Map<string, Ghost[]>();
  if (!other) return out;
  const here = new Set(
    view.people.flatMap((p) =>
      p.shifts.flatMap((s) => (s.route?.stops ?? []).map((stop) => placeKey(p.id, stop))),
    ),
  );
  for (const p of other.people) {
    const ghosts = p.shifts.flatMap((s) =>
      (s.route?.stops ?? [])
        .filter((stop) => stop.visitId !== '' && !here.has(placeKey(p.id, stop)))
        .map((stop) => ({ stop, date: s.date })),
    );
    if (ghosts.length > 0) out.set(p.id, ghosts);
  }
  return out;
}
