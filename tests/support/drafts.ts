import { type Budget, solve } from '@/core/engine/index';
import { type Plan, verifyPlan } from '@/core/index';
import type { Transaction } from '@/db/connection';
import { claimNext } from '@/db/repositories/runs/runs';
import { startRun } from '@/server/runs/start-run';
import { finishRun } from '@/server/runs/work-run';
import { restoreProblem } from '@/server/shared/run-problem';
import type { Unit } from '@/server/shared/unit';

export interface Asked {
  readonly territoryIds: readonly string[];
  readonly firstDate: string;
  readonly lastDate?: string;
  readonly mayMove?: 'all' | 'loose';
  readonly iterations?: number;
}

/** A run from its start to its draft, searched here instead of in a worker. */
export async function draftBy(
  unit: Unit,
  { territoryIds, firstDate, lastDate = firstDate, mayMove = 'all', iterations = 200 }: Asked,
): Promise<{ runId: string; planId: string; plan: Plan }> {
  const { id } = await startRun(unit, {
    extent: { territoryIds, firstDate, lastDate },
    playbookVersionIds: ['everyday-1'],
    mayMove,
    budget: { kind: 'seconds', seconds: 5 },
  });
  const claimed = await claimNext(unit.transaction);
  if (claimed?.id !== id) throw new Error('The run that was started is the one that waits');
  const { problem, staying } = await restoreProblem(unit.transaction, id);
  const budget: Budget = { kind: 'iterations', iterations };
  const result = solve(problem, { seed: 7, budget, start: claimed.start ?? undefined });
  if (!result.ok) throw new Error(`Held: ${result.conflict.visitIds.join(', ')}`);
  const { plan } = result.solution;
  const outcome = {
    code: 'draft' as const,
    stopReason: 'budget',
    iterations,
    startPrice: null,
    price: plan.price,
    codeVersion: 'test',
    zoneData: 'test',
  };
  await finishRun(unit, { id, attempt: claimed.attempts }, { plan, problem, staying, progress: [], outcome });
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0) throw new Error('The draft is sound');
  return { runId: id, planId: `draft-${id}`, plan };
}

/** What is stored of the live plan, as text that can be compared. */
export async function liveState(transaction: Transaction): Promise<string> {
  const [rows] = await transaction.sequelize.query(
    `select visit_id, part, seat, person_id, date, starts_at, ends_at, equipment_ids, overlap_reason
     from placements p join plans l on l.id = p.plan_id and l.kind = 'live' order by 1, 2, 3`,
    { transaction: transaction.handle },
  );
  const [days] = await transaction.sequelize.query(
    `select person_id, date, depart_at, break_starts, arrive_at from plan_days d
     join plans l on l.id = d.plan_id and l.kind = 'live' order by 1, 2, 3`,
    { transaction: transaction.handle },
  );
  return JSON.stringify([rows, days], null, 1);
}
