import { readAsk } from '@/contract/runs/ask';
import type { RunView } from '@/contract/runs/run';
import {
  askToStop,
  cancel,
  notifyRun,
  readBatch,
  readLine,
  readRunRow,
  readRuns,
  type StoredRun,
} from '@/db/repositories/runs/runs';
import { requireRight, requireSight } from '../shared/access';
import { territoryNames } from '../shared/names';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const MOST_LISTED = 60;

type Line = Awaited<ReturnType<typeof readLine>>;

export function toRunView(row: StoredRun, names: ReadonlyMap<string, string>, line: Line): RunView {
  return {
    ...row,
    asked: readAsk(row.asked, row),
    place: line.find((l) => l.id === row.id)?.place ?? null,
    line: line.length,
    createdAt: row.createdAt.toISOString(),
    startedAt: row.startedAt?.toISOString() ?? null,
    endedAt: row.endedAt?.toISOString() ?? null,
    territoryNames: row.extent.territoryIds.map((id) => names.get(id) ?? ''),
  };
}

/** One run that the user may see. */
export async function readRun(unit: Unit, id: string): Promise<RunView> {
  requireRight(unit, 'read', 'runs');
  const row = await readRunRow(unit.transaction, id);
  if (!row) throw new Refusal('not-found');
  requireSight(unit, 'runs', row.extent.territoryIds);
  return toRunView(row, await territoryNames(unit.transaction), await readLine(unit.transaction));
}

/** The newest runs whose whole extent the user sees. */
export async function listRuns(unit: Unit): Promise<RunView[]> {
  requireRight(unit, 'read', 'runs');
  const seen = unit.user.grants.map((g) => g.territoryId);
  const rows = await readRuns(unit.transaction, seen, MOST_LISTED);
  const names = await territoryNames(unit.transaction);
  const line = await readLine(unit.transaction);
  return rows.map((r) => toRunView(r, names, line));
}

/** Asks a run to end and keep its best plan. */
export async function stopRun(unit: Unit, id: string): Promise<void> {
  const run = await readRun(unit, id);
  requireRight(unit, 'change', 'runs', run.extent.territoryIds);
  await askToStop(unit.transaction, id);
  await notifyRun(unit.transaction, id);
}

/** Ends a run without a draft: one that waits at once, one that searches as soon as its worker hears of it. */
export async function cancelRun(unit: Unit, id: string): Promise<void> {
  const run = await readRun(unit, id);
  requireRight(unit, 'change', 'runs', run.extent.territoryIds);
  await cancel(unit.transaction, id);
  await notifyRun(unit.transaction, id);
}

/** The runs that were started along with one, itself among them. */
export async function readBatchOf(unit: Unit, id: string): Promise<RunView[]> {
  const run = await readRun(unit, id);
  if (run.batchId === null) return [run];
  const rows = await readBatch(unit.transaction, run.batchId);
  const names = await territoryNames(unit.transaction);
  const line = await readLine(unit.transaction);
  return rows.map((r) => toRunView(r, names, line));
}
