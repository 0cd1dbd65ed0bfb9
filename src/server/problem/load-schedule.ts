import type { Extent } from '@/contract/run';
import { datesFrom, daysBetween, instantOf, type Problem } from '@/core/index';
import type { Transaction } from '@/db/connection';
import { type PlanRow, readLivePlan, readPlacements, readPlanDays } from '@/db/repositories/plans';
import {
  readTechnicians,
  readTerritories,
  readVisits,
  type TerritoryRow,
} from '@/db/repositories/schedule-data';
import { database } from '../database';
import { readRunProblem } from '../run-problem';
import type { ScheduleData } from './build-problem';

export interface LoadedSchedule {
  readonly data: ScheduleData;
  readonly territories: readonly TerritoryRow[];
  /** Zone of the first territory of the extent: its midnight begins the horizon. */
  readonly zone: string;
}

/** Reads what a plan over an extent is made of; a draft is the live plan with the draft laid over it. */
export async function loadSchedule(
  extent: Extent,
  plan: PlanRow,
  transaction?: Transaction,
): Promise<LoadedSchedule> {
  const db = database();
  const territories = await readTerritories(db, transaction);
  const zone = territories.find((t) => extent.territoryIds.includes(t.id))?.zone ?? 'UTC';
  const live =
    plan.kind === 'live' ? plan : await readLivePlan(db, { ...(transaction ? { transaction } : {}) });
  const days = { firstDate: extent.firstDate, lastDate: extent.lastDate };
  let placements = await readPlacements(db, live.id, transaction);
  let planDays = await readPlanDays(db, live.id, days, transaction);
  if (plan.kind === 'draft' && plan.runId) {
    const drafted = await readPlacements(db, plan.id, transaction);
    const decided = new Set(drafted.map((p) => p.visitId));
    placements = [...placements.filter((p) => !decided.has(p.visitId)), ...drafted];
    const redone = shiftDays(await readRunProblem(plan.runId));
    const draftDays = await readPlanDays(db, plan.id, days, transaction);
    planDays = [...planDays.filter((d) => !redone.has(`${d.technicianId}@${d.date}`)), ...draftDays];
  }
  const technicians = await readTechnicians(db, extent, transaction);
  const dates = new Set(datesFrom(extent.firstDate, daysBetween(extent.firstDate, extent.lastDate) + 1));
  const people = new Set(technicians.map((t) => t.id));
  const onThem = placements.filter(
    (p) => p.technicianId !== null && p.date !== null && dates.has(p.date) && people.has(p.technicianId),
  );
  const visits = await readVisits(
    db,
    {
      territoryIds: extent.territoryIds,
      fromAt: instantOf(extent.firstDate, 0, zone),
      toAt: instantOf(extent.lastDate, 1440, zone),
      visitIds: onThem.map((p) => p.visitId),
    },
    transaction,
  );
  return { data: { technicians, visits, placements, planDays }, territories, zone };
}

/** The person-days that a run planned anew, as "person@date". */
export function shiftDays(problem: Pick<Problem, 'shifts'>): Set<string> {
  return new Set(problem.shifts.map((s) => s.id.split('#')[0]!));
}
