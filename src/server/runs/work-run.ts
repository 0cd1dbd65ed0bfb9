import type { ProgressPoint, RunOutcome } from '@/contract/runs/run';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { addPlan, addPlanRows, countDrafts } from '@/db/repositories/plan/drafts';
import type { PlacementRow } from '@/db/repositories/plan/plans';
import {
  anyWaiting,
  type ClaimedRun,
  claimNext,
  endAsDone,
  endAsFailed,
  noteProgress,
  notifyRun,
  rescueLost,
} from '@/db/repositories/runs/runs';
import { notify } from '@/db/repositories/shared/commands';
import { planRows } from '../shared/problem/stored/plan-rows';
import { nudge } from '../shared/queue';
import type { SystemUnit } from '../shared/unit';
import { studiesWait } from './studies/work-study';

/** A heartbeat older than this means that the worker is gone. */
const LOST_SEC = 15;
const MOST_ATTEMPTS = 3;

/** An attempt at a run: another worker's attempt at it is another. */
export interface Attempt {
  readonly id: string;
  readonly attempt: number;
}

/** Takes the run whose turn it is for this worker; null when none waits. */
export async function claimRun({ transaction }: SystemUnit): Promise<ClaimedRun | null> {
  const run = await claimNext(transaction);
  if (run) await notifyRun(transaction, run.id);
  return run;
}

/** Notes that the run is alive, with its newest figures; says whether somebody asked it to stop. */
export async function reportRun(
  { transaction }: SystemUnit,
  run: Attempt,
  progress: readonly ProgressPoint[],
  best: Plan | null,
): Promise<'go-on' | 'stop' | 'cancel' | 'lost'> {
  const noted = await noteProgress(transaction, run, progress, best);
  await notifyRun(transaction, run.id);
  if (!noted) return 'lost';
  return noted.cancel ? 'cancel' : noted.stop ? 'stop' : 'go-on';
}

/** Ends a run without a draft. */
export async function failRun({ transaction }: SystemUnit, run: Attempt, outcome: RunOutcome): Promise<void> {
  await endAsFailed(transaction, run, outcome);
  await notifyRun(transaction, run.id);
}

export interface Finished {
  readonly plan: Plan;
  readonly problem: Problem;
  readonly staying: readonly PlacementRow[];
  readonly progress: readonly ProgressPoint[];
  readonly outcome: RunOutcome;
}

/** Judges the plan of a run; null when it is sound, else how many rules it breaks. */
function unsoundness(problem: Problem, plan: Plan): number | null {
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') return 1;
  if (verdict.violations.length === 0 && verdict.priceAgrees) return null;
  return Math.max(1, verdict.violations.length);
}

/** Checks the plan and stores it as a draft, run and draft in one transaction. */
export async function finishRun(unit: SystemUnit, run: Attempt, finished: Finished): Promise<void> {
  const { transaction, now } = unit;
  const { plan, problem } = finished;
  const violations = unsoundness(problem, plan);
  if (violations !== null) return failRun(unit, run, { code: 'checker-refused', violations });
  const ended = await endAsDone(transaction, run, finished);
  if (!ended) return;
  const id = `draft-${run.id}`;
  await addPlan(transaction, {
    id,
    kind: 'draft',
    name: `Draft ${(await countDrafts(transaction)) + 1}, ${ended.playbook}`,
    status: 'open',
    runId: run.id,
    createdAt: new Date(now * 1000),
  });
  await addPlanRows(transaction, id, planRows(problem, plan, finished.staying));
  await notifyRun(transaction, run.id);
  await notify(transaction, JSON.stringify({ kind: 'drafts', territoryIds: ended.extent.territoryIds }));
}

/** Puts runs whose worker went away back in line, and nudges if any run waits: a nudge may have been lost. */
export async function rescueLostRuns({ transaction, now }: SystemUnit): Promise<void> {
  const lost = await rescueLost(transaction, { lostSec: LOST_SEC, mostAttempts: MOST_ATTEMPTS });
  for (const id of lost) await notifyRun(transaction, id);
  if ((await anyWaiting(transaction)) || (await studiesWait({ transaction, now })))
    await nudge(transaction, 'runs');
}
