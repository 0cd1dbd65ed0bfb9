import type { Take } from '@/contract/plan/accept';
import type { LiveSeat } from '@/db/repositories/plan/live-parts';
import type { VisitRow } from '@/db/repositories/shared/schedule';

/** A visit that the draft has elsewhere than the live plan. */
export interface Move {
  readonly from: readonly LiveSeat[];
  readonly to: readonly LiveSeat[];
}

function isChosen(take: Take, visitId: string, { from, to }: Move, row: VisitRow | undefined): boolean {
  const seats = [...from, ...to];
  switch (take.by) {
    case 'all':
      return true;
    case 'territory':
      return row?.territoryId != null && take.ids.includes(row.territoryId);
    case 'day':
      return seats.some((s) => take.dates.includes(s.date));
    case 'person':
      return seats.some((s) => take.ids.includes(s.personId));
    case 'visit':
      return take.ids.includes(visitId);
  }
}

/** Visits that hang together: one follows the other, or wants its person. */
function linksOf(rows: ReadonlyMap<string, VisitRow>): Map<string, Set<string>> {
  const out = new Map<string, Set<string>>();
  const join = (a: string, b: string): void => {
    out.set(a, (out.get(a) ?? new Set()).add(b));
    out.set(b, (out.get(b) ?? new Set()).add(a));
  };
  for (const v of rows.values())
    for (const other of [v.afterVisitId, v.samePersonAsId]) if (other !== null) join(v.id, other);
  return out;
}

/** The visits that are taken, and of them those that come along with what was chosen: half of a linked group is never taken. */
export function chooseVisits(
  take: Take,
  moves: ReadonlyMap<string, Move>,
  rows: ReadonlyMap<string, VisitRow>,
): { readonly chosen: Set<string>; readonly along: Set<string> } {
  const asked = [...moves].filter(([id, move]) => isChosen(take, id, move, rows.get(id))).map(([id]) => id);
  const chosen = new Set(asked);
  const links = linksOf(rows);
  const along = new Set<string>();
  const queue = [...asked];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    for (const other of links.get(id) ?? []) {
      if (chosen.has(other) || !moves.has(other)) continue;
      chosen.add(other);
      along.add(other);
      queue.push(other);
    }
  }
  return { chosen, along };
}
