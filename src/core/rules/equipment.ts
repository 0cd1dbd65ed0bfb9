import type { Rule, Violation } from './violation';

/** A visit holds a free unit of each kind that it needs while it runs; nobody else holds that unit then. */
export const equipment: Rule = ({ problem }, plan) => {
  const units = new Map((problem.equipment ?? []).map((u) => [u.id, u]));
  const held = new Map<string, { visitId: string; startSec: number; finishSec: number }[]>();
  const out: Violation[] = [];
  for (const { shift, stops } of plan.routes) {
    for (const { visit, startSec, finishSec, equipmentIds } of stops) {
      const broken = (facts: Violation['facts']): void =>
        void out.push({ rule: 'equipment', shiftId: shift.id, visitId: visit.id, facts });
      const kinds = equipmentIds.map((id) => units.get(id)?.kind);
      const needed = visit.equipment ?? [];
      const missing = needed.find(
        (kind) => needed.filter((k) => k === kind).length !== kinds.filter((k) => k === kind).length,
      );
      if (missing) broken({ kind: missing });
      for (const id of equipmentIds) {
        const unit = units.get(id);
        if (!unit?.free.some((f) => startSec >= f.startSec && finishSec <= f.endSec)) broken({ unitId: id });
        const list = held.get(id) ?? [];
        const other = list.find(
          (h) => h.visitId !== visit.id && h.startSec < finishSec && startSec < h.finishSec,
        );
        if (other) broken({ unitId: id, heldBy: other.visitId });
        list.push({ visitId: visit.id, startSec, finishSec });
        held.set(id, list);
      }
    }
  }
  return out;
};
