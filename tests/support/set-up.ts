import type { ObjectName } from '@/contract/shared/fields';
import { readObject } from '@/server/shared/objects/read-objects';
import { createObject, saveObject } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import { ALL_TERRITORIES, rolledBack, unitAs } from './database';
import { bareOf } from './objects';

/** Runs as an analyst of the whole island, and leaves no trace. */
export async function asAnalyst(work: (unit: Unit) => Promise<void>): Promise<void> {
  await rolledBack(async (transaction) => work(await unitAs(transaction, 'analyst', ALL_TERRITORIES)));
}

/** Changes some fields of an object, as a person does who read it just before. */
export async function change(
  unit: Unit,
  name: ObjectName,
  id: string,
  patch: Readonly<Record<string, unknown>>,
): Promise<void> {
  const now = await readObject(unit, name, id);
  await saveObject(unit, name, id, { version: now.version, value: { ...bareOf(now), ...patch } });
}

export async function make(
  unit: Unit,
  name: ObjectName,
  id: string,
  value: Readonly<Record<string, unknown>>,
): Promise<string> {
  await createObject(unit, name, { id, value });
  return id;
}

let numbers = 900_000;

/** Work at a site that waits for a place in the plan. */
export async function waiting(
  unit: Unit,
  of: { readonly siteId: string; readonly jobKindId: string } & Readonly<Record<string, unknown>>,
): Promise<string> {
  const number = ++numbers;
  const { siteId, jobKindId, ...visit } = of;
  const workOrderId = await make(unit, 'work-orders', `order-${number}`, {
    number,
    siteId,
    jobKindId,
    summary: 'Made for a test',
    receivedAt: '2026-06-08T08:00:00Z',
  });
  return make(unit, 'visits', `waiting-${number}`, {
    workOrderId,
    durationMin: 60,
    earliestAt: '2026-06-10T00:00:00Z',
    dueAt: '2026-06-20T00:00:00Z',
    ...visit,
  });
}

/** Somebody who lives at the yard in Quay and works there from Monday to Friday. */
export function somebody(
  name: string,
  more: Readonly<Record<string, unknown>> = {},
): Record<string, unknown> {
  return {
    name,
    homeLat: 34.6376,
    homeLon: -20.94,
    zone: 'Atlantic/Madeira',
    weekPatternId: 'days',
    skills: [{ skillId: 'low-voltage', level: 3, validFrom: '2026-01-01', validTo: null }],
    territories: [{ territoryId: 'quay', relation: 'home', validFrom: '2026-01-01', validTo: null }],
    ...more,
  };
}
