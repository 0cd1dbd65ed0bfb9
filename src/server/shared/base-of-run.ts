import type { Transaction } from '@/db/connection';
import type { LiveSeat } from '@/db/repositories/plan/live-parts';
import { readLivePlan, readPlacementsOn } from '@/db/repositories/plan/plans';
import { dayOfShift, personAndDate } from './problem/make-shifts';
import { seatKey } from './problem/stored/seat-key';
import { readPackedRun } from './run-problem';

/**
 * Visits whose place in the live plan is not what it was when a run began: those that the run decided, and
 * those that stood on the days that it planned around.
 */
export async function readBaseOfRun(
  transaction: Transaction,
  runId: string,
  live: ReadonlyMap<string, readonly LiveSeat[]>,
): Promise<string[]> {
  const { base, problem } = await readPackedRun(transaction, runId);
  const changed = new Set<string>();
  for (const [visitId, was] of Object.entries(base.visits)) {
    const now = (live.get(visitId) ?? []).map((s) =>
      seatKey({ ...s, startAt: Date.parse(s.startsAt) / 1000 }),
    );
    if (now.sort().join(' ') !== was) changed.add(visitId);
  }
  const days = new Set(problem.shifts.map((s) => dayOfShift(s.id)));
  const dates = problem.shifts.map((s) => personAndDate(s.id).date).sort();
  const [firstDate, lastDate] = [dates[0] ?? '', dates.at(-1) ?? ''];
  const layer = { liveId: (await readLivePlan(transaction)).id, draftId: null };
  const others = (await readPlacementsOn(transaction, layer, { firstDate, lastDate })).filter(
    (p) => !(p.visitId in base.visits) && days.has(`${p.personId}@${p.date}`),
  );
  const were = new Map(base.others.map((o) => [o.key, o.visitId]));
  for (const p of others) {
    const key = `${p.visitId} ${seatKey({ ...p, personId: p.personId ?? '', startAt: p.startAt ?? 0 })}`;
    if (!were.delete(key)) changed.add(p.visitId);
  }
  for (const visitId of were.values()) changed.add(visitId);
  return [...changed];
}
