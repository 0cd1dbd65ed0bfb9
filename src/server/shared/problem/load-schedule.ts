import type { Extent } from '@/contract/runs/run';
import { instantOf } from '@/core/index';
import type { Transaction } from '@/db/connection';
import {
  type Layer,
  type PlanRow,
  readLivePlan,
  readPlacementsOf,
  readPlacementsOn,
  readPlanDays,
} from '@/db/repositories/plan/plans';
import {
  crewIdsIn,
  readAll,
  readMany,
  readVisits,
  type Stored,
  technicianIdsIn,
} from '@/db/repositories/shared/schedule';
import { weeksAround } from './limits';
import type { ScheduleData } from './schedule-data';
import { overlayOf } from './stored/overlays';

export interface LoadedSchedule {
  readonly data: ScheduleData;
  /** Zone of the first territory of the extent: its midnight begins the horizon. */
  readonly zone: string;
}

function byId<T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> {
  return new Map(list.map((item) => [item.id, item]));
}

/** What a plan is laid out of: the live plan, or a draft over it. */
export async function layerOf(transaction: Transaction, plan: PlanRow): Promise<Layer> {
  if (plan.kind === 'live') return { liveId: plan.id, draftId: null };
  const overlay = await overlayOf(transaction, plan.id);
  if (overlay) return { liveId: (await readLivePlan(transaction)).id, draftId: null, overlay };
  return { liveId: (await readLivePlan(transaction)).id, draftId: plan.id };
}

function membersOf(crews: readonly Stored<'crews'>[]): string[] {
  return crews.flatMap((c) => [
    c.leaderId,
    ...c.members.map((m) => m.technicianId),
    ...c.changes.map((x) => x.technicianId),
  ]);
}

/** Reads what a plan over an extent is made of; a draft is the live plan with the draft laid over it. */
export async function loadSchedule(
  transaction: Transaction,
  extent: Extent,
  layer: Layer,
): Promise<LoadedSchedule> {
  const { territoryIds, firstDate, lastDate } = extent;
  const days = { firstDate, lastDate };
  const territories = (await readAll(transaction, 'territories')).sort((a, b) =>
    a.name.localeCompare(b.name, 'en'),
  );
  const zone = territories.find((t) => territoryIds.includes(t.id))?.zone ?? 'UTC';
  const technicians = await readMany(
    transaction,
    'technicians',
    await technicianIdsIn(transaction, territoryIds, days),
  );
  const own = new Set(technicians.map((t) => t.id));
  const crews = await readMany(
    transaction,
    'crews',
    await crewIdsIn(transaction, territoryIds, [...own], days),
  );
  const strangers = [...new Set(membersOf(crews))].filter((id) => !own.has(id));
  const onDays = await readPlacementsOn(transaction, layer, days);
  const people = new Set([...own, ...crews.map((c) => c.id)]);
  const visits = await readVisits(transaction, {
    territoryIds,
    fromAt: instantOf(firstDate, 0, zone),
    toAt: instantOf(lastDate, 1440, zone),
    visitIds: [
      ...new Set(onDays.filter((p) => p.personId !== null && people.has(p.personId)).map((p) => p.visitId)),
    ],
  });
  const wanted = new Set(visits.map((v) => v.id));
  const linked = visits.flatMap((v) => [v.afterVisitId, v.samePersonAsId].flatMap((id) => id ?? []));
  const ofVisits = await readPlacementsOf(transaction, layer, [...new Set([...wanted, ...linked])]);
  const seen = new Set(ofVisits.map((p) => p.visitId));
  return {
    zone,
    data: {
      territories: byId(territories),
      depots: byId(await readAll(transaction, 'depots')),
      patterns: byId(await readAll(transaction, 'week-patterns')),
      kinds: byId(await readAll(transaction, 'job-kinds')),
      groups: await readAll(transaction, 'groups'),
      equipment: await readAll(transaction, 'equipment'),
      technicians,
      crews,
      members: await readMany(transaction, 'technicians', strangers),
      visits,
      placements: [...ofVisits, ...onDays.filter((p) => !seen.has(p.visitId))],
      planDays: await readPlanDays(transaction, layer, weeksAround(firstDate, lastDate)),
    },
  };
}
