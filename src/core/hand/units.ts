import type { Board } from '../explain/board';
import type { Visit } from '../model/problem';

/** Shared equipment that is free for a visit from a moment on, one of each kind; null where one is missing. */
export function freeUnits(board: Board, visit: Visit, startSec: number): string[] | null {
  const chosen: string[] = [];
  if (!visit.equipment) return chosen;
  const endSec = startSec + visit.durationSec;
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
