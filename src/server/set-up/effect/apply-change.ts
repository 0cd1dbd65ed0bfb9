import type { ObjectName } from '@/contract/shared/fields';
import type { Transaction } from '@/db/connection';
import { readMany, type Stored } from '@/db/repositories/shared/schedule';
import type { ScheduleData } from '../../shared/problem/schedule-data';

/** What an object would become. */
export interface TriedChange {
  readonly object: ObjectName;
  readonly id: string;
  readonly value: Readonly<Record<string, unknown>>;
}

type Patch = Partial<{ -readonly [K in keyof ScheduleData]: ScheduleData[K] }>;

function inMap<T>(map: ReadonlyMap<string, T>, { id, value }: TriedChange): ReadonlyMap<string, T> {
  return new Map(map).set(id, value as T);
}

function inList<T extends { readonly id: string }>(list: readonly T[], { id, value }: TriedChange): T[] {
  const next = value as unknown as T;
  return list.some((item) => item.id === id) ? list.map((x) => (x.id === id ? next : x)) : [...list, next];
}

/** A member of a crew from elsewhere stays one; whoever is new or comes here is one of the people. */
function withTechnician(data: ScheduleData, change: TriedChange): Patch {
  const value = change.value as unknown as Stored<'technicians'>;
  if (data.members.some((m) => m.id === change.id) && !data.technicians.some((t) => t.id === change.id))
    return { members: inList(data.members, change) };
  if (!value.active) return { technicians: data.technicians.filter((t) => t.id !== change.id) };
  return { technicians: inList(data.technicians, change) };
}

async function withCrew(transaction: Transaction, data: ScheduleData, change: TriedChange): Promise<Patch> {
  const crew = change.value as unknown as Stored<'crews'>;
  const known = new Set([...data.technicians, ...data.members].map((t) => t.id));
  const named = [
    crew.leaderId,
    ...crew.members.map((m) => m.technicianId),
    ...crew.changes.map((c) => c.technicianId),
  ];
  const strangers = [...new Set(named)].filter((id) => !known.has(id));
  return {
    crews: inList(data.crews, change),
    members: [...data.members, ...(await readMany(transaction, 'technicians', strangers))],
  };
}

function withSite(data: ScheduleData, { id, value }: TriedChange): Patch {
  const site = value as unknown as Stored<'sites'>;
  const { territoryId, zone, accessPatternId } = site;
  const isLocated = site.lat !== null && site.lon !== null;
  const moved = { lat: site.lat ?? 0, lon: site.lon ?? 0, isLocated, zone, accessPatternId };
  return {
    visits: data.visits.map((v) => {
      if (v.siteId !== id) return v;
      // Work at our own premises belongs to the territory of those.
      return { ...v, ...moved, territoryId: v.premisesId === null ? territoryId : v.territoryId };
    }),
  };
}

/** A schedule as it would be after a change; unchanged by objects that no plan is made of. */
export async function applyChange(
  transaction: Transaction,
  data: ScheduleData,
  change: TriedChange,
): Promise<ScheduleData> {
  const patches: Partial<Record<ObjectName, () => Patch | Promise<Patch>>> = {
    technicians: () => withTechnician(data, change),
    crews: () => withCrew(transaction, data, change),
    sites: () => withSite(data, change),
    territories: () => ({ territories: inMap(data.territories, change) }),
    depots: () => ({ depots: inMap(data.depots, change) }),
    'week-patterns': () => ({ patterns: inMap(data.patterns, change) }),
    'job-kinds': () => ({ kinds: inMap(data.kinds, change) }),
    groups: () => ({ groups: inList(data.groups, change) }),
    equipment: () => ({ equipment: inList(data.equipment, change) }),
  };
  const patch = await patches[change.object]?.();
  return patch ? { ...data, ...patch } : data;
}
