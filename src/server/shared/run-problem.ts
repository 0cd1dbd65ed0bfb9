import { createHash } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import { assert, type Plan, type Problem, stableJson } from '@/core/index';
import type { Transaction } from '@/db/connection';
import type { PlacementRow } from '@/db/repositories/plan/plans';
import { readPackedProblem } from '@/db/repositories/runs/runs';
import type { BuiltProblem } from './problem/build-problem';
import { dayOfShift } from './problem/make-shifts';
import { seatKey } from './problem/stored/seat-key';
import { readGround } from './travel/ground';
import { type TravelDays, travelBetweenAll } from './travel/matrices';

/** Problems are stored without their matrices: these follow from the places, the days and the road network. */
export interface PackedRun {
  readonly problem: Omit<Problem, 'travel'>;
  readonly days: TravelDays;
  readonly staying: readonly PlacementRow[];
  readonly base: RunBase;
}

/** Where things stood in the live plan when a run began: by it an acceptance knows whether they moved on. */
interface RunBase {
  /** Seats of each visit that the run decides. */
  readonly visits: Readonly<Record<string, string>>;
  /** Seats of other visits on the days that it plans around. */
  readonly others: readonly { readonly key: string; readonly visitId: string }[];
}

function baseOf({ problem, ownVisitIds }: BuiltProblem, placements: readonly PlacementRow[]): RunBase {
  const own = new Map(ownVisitIds.map((id) => [id, [] as string[]]));
  const days = new Set(problem.shifts.map((s) => dayOfShift(s.id)));
  const others: { key: string; visitId: string }[] = [];
  for (const p of placements) {
    if (p.personId === null || p.startAt === null) continue;
    const key = seatKey({ ...p, personId: p.personId, startAt: p.startAt });
    const seats = own.get(p.visitId);
    if (seats) seats.push(key);
    else if (days.has(`${p.personId}@${p.date}`))
      others.push({ key: `${p.visitId} ${key}`, visitId: p.visitId });
  }
  return { visits: Object.fromEntries([...own].map(([id, keys]) => [id, keys.sort().join(' ')])), others };
}

export function packRun(
  built: BuiltProblem,
  placements: readonly PlacementRow[],
): { packed: Buffer; hash: string } {
  const { problem, days, staying } = built;
  const { travel: _travel, ...stored } = problem;
  const run: PackedRun = { problem: stored, days, staying, base: baseOf(built, placements) };
  return {
    packed: gzipSync(JSON.stringify(run)),
    hash: createHash('sha256').update(stableJson(stored)).digest('hex'),
  };
}

/** The same problem for another run. */
export function packPacked(run: PackedRun): { packed: Buffer; hash: string } {
  return {
    packed: gzipSync(JSON.stringify(run)),
    hash: createHash('sha256').update(stableJson(run.problem)).digest('hex'),
  };
}

/** A plan as it is described, for questions about it: the problem and the plan itself. */
export interface PackedPlan {
  readonly problem: Omit<Problem, 'travel'>;
  readonly days: TravelDays;
  readonly plan: Plan;
}

export function packJudged({ problem, days, plan }: BuiltProblem): { packed: Buffer; hash: string } {
  const { travel: _travel, ...stored } = problem;
  const packed: PackedPlan = { problem: stored, days, plan };
  return {
    packed: gzipSync(JSON.stringify(packed)),
    hash: createHash('sha256')
      .update(stableJson([stored, plan]))
      .digest('hex'),
  };
}

/** A packed problem again, matrices included. Takes its time: for workers. */
export async function unpackProblem(
  transaction: Transaction,
  packed: Buffer,
): Promise<{ problem: Problem; plan: Plan | null }> {
  const {
    problem,
    days,
    plan = null,
  } = JSON.parse(gunzipSync(packed).toString('utf8')) as PackedRun & { plan?: Plan };
  const points = problem.places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  return {
    problem: { ...problem, travel: travelBetweenAll(await readGround(transaction), points, days) },
    plan,
  };
}

/** What a run was given, without travel. */
export async function readPackedRun(transaction: Transaction, runId: string): Promise<PackedRun> {
  const packed = await readPackedProblem(transaction, runId);
  assert(packed, `run ${runId} has a problem`);
  return JSON.parse(gunzipSync(packed).toString('utf8')) as PackedRun;
}

/** The whole problem again, matrices included. Takes its time: for workers. */
export async function restoreProblem(
  transaction: Transaction,
  runId: string,
): Promise<{ problem: Problem; staying: readonly PlacementRow[] }> {
  const { problem, days, staying } = await readPackedRun(transaction, runId);
  const points = problem.places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  const travel = travelBetweenAll(await readGround(transaction), points, days);
  return { problem: { ...problem, travel }, staying };
}
