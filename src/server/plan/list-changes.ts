import type { PlanCommand } from '@/contract/shared/command-view';
import { readPlanCommands } from '@/db/repositories/shared/commands';
import { requireRight, seenBy } from '../shared/access';
import { commandViewOf } from '../shared/commands/list-commands';
import type { Unit } from '../shared/unit';

const MOST = 60;

/** What changed the live plan last, wholly within the territories that the user sees: one's own and that of all others. */
export async function listPlanChanges(unit: Unit): Promise<PlanCommand[]> {
  requireRight(unit, 'read', 'plan');
  const rows = await readPlanCommands(unit.transaction, [...seenBy(unit.user)], MOST);
  return rows.map((row) => ({ ...commandViewOf(row), by: row.by, isOwn: row.userId === unit.user.id }));
}
