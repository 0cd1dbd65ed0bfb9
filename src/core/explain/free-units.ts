import type { Visit } from '../model/problem';
import type { Interval } from '../time/interval';
import type { Board } from './board';

/**
 * Ids of shared equipment that is free for a visit over a stretch of seconds, one of each kind that it asks for; those that it holds
 * itself are free to it. Null where one is missing.
 */
export function freeUnits(board: Board, visit: Visit, { startSec, endSec }: Interval): string[] | null {
  const chosen: string[] = [];
  if (!visit.equipment) return chosen;
  const others = board.timed.routes.flatMap((r) => r.stops).filter((s) => s.visit.id !== visit.id);
  for (const kind of visit.equipment) {
    const unit = (board.index.problem.equipment ?? []).find(
      (u) =>
        u.kind === kind &&
        !chosen.includes(u.id) &&
        u.free.some((f) => f.startSec <= startSec && f.endSec >= endSec) &&
        !others.some((s) => s.equipmentIds.includes(u.id) && s.startSec < endSec && startSec < s.finishSec),
    );
    if (!unit) return null;
    chosen.push(unit.id);
  }
  return chosen;
}
