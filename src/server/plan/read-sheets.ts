import type { SheetVisit } from '@/contract/plan/sheets';
import { readAll } from '@/db/repositories/shared/schedule';
import { seenBy } from '../shared/access';
import { openPlan } from '../shared/plans/open-plan';
import { partId, visitOfId } from '../shared/problem/links';
import { needsOf } from '../shared/problem/needs';
import type { Unit } from '../shared/unit';

/** What the sheets of a plan's days say of its visits; only of work that the user sees. */
export async function readSheets(
  unit: Unit,
  asked: { readonly planId: string; readonly extent: unknown },
): Promise<SheetVisit[]> {
  const { kept } = await openPlan(unit, asked.planId, asked.extent);
  const { data } = kept.loaded;
  const seen = seenBy(unit.user);
  const planned = new Set(kept.verdict.timed.routes.flatMap((r) => r.stops.map((s) => s.visit.id)));
  const [skills, parts] = [
    await readAll(unit.transaction, 'skills'),
    await readAll(unit.transaction, 'parts'),
  ];
  const skillName = new Map(skills.map((s) => [s.id, s.name]));
  const partName = new Map(parts.map((p) => [p.id, p.name]));
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  return [...planned].flatMap((coreId): SheetVisit[] => {
    const own = visitOfId(coreId) ?? { visitId: coreId.split('~')[0] ?? '', part: 1 };
    const row = rows.get(own.visitId);
    if (!row || row.territoryId === null || !seen.has(row.territoryId)) return [];
    const needs = needsOf(row, data);
    return [
      {
        id: coreId.includes('~') ? own.visitId : partId(own.visitId, own.part),
        address: row.address,
        summary: row.summary,
        notes: row.notes,
        skills: needs.skills.map((s) => `${skillName.get(s.skillId) ?? s.skillId} ${s.level}`),
        parts: needs.partIds.map((id) => partName.get(id) ?? id),
      },
    ];
  });
}
