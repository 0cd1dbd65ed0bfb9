import type { PlanView, VisitView } from '@/contract/plan/plan-view';

/** Something with a place on the map. */
export interface MapMark {
  readonly visit: VisitView;
  /** Who has it, and when in their day; null of a loose end. */
  readonly seat: {
    readonly personId: string;
    readonly shiftId: string;
    readonly ordinal: number;
    readonly finishAt: number;
  } | null;
}

export function marksOf(view: PlanView): MapMark[] {
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const out: MapMark[] = [];
  for (const id of view.looseIds) {
    const visit = visits.get(id);
    if (visit?.isLocated) out.push({ visit, seat: null });
  }
  for (const person of view.people)
    for (const shift of person.shifts)
      for (const [i, stop] of (shift.route?.stops ?? []).entries()) {
        const visit = visits.get(stop.visitId);
        if (visit?.isLocated)
          out.push({
            visit,
            seat: { personId: person.id, shiftId: shift.id, ordinal: i + 1, finishAt: stop.finishAt },
          });
      }
  return out;
}

export interface Cluster<T> {
  readonly items: readonly T[];
  readonly x: number;
  readonly y: number;
}

/** Puts what would lie over each other into one, by squares of the drawing; in the middle of what is in it. */
export function clustered<T>(
  items: readonly T[],
  pointOf: (item: T) => { readonly x: number; readonly y: number },
  size: number,
): Cluster<T>[] {
  const cells = new Map<string, { items: T[]; x: number; y: number }>();
  for (const item of items) {
    const { x, y } = pointOf(item);
    const key = `${Math.floor(x / size)} ${Math.floor(y / size)}`;
    const cell = cells.get(key) ?? { items: [], x: 0, y: 0 };
    cell.items.push(item);
    cell.x += x;
    cell.y += y;
    cells.set(key, cell);
  }
  return [...cells.values()].map(({ items: own, x, y }) => ({
    items: own,
    x: x / own.length,
    y: y / own.length,
  }));
}
