import { localDateOf } from '@/core/index';
import { readTerritories } from '@/db/repositories/schedule-data';
import { readAccess } from './access';
import { database } from './database';
import { listPlaybooks } from './playbooks';
import type { User } from './session';
import { nowSec } from './settings';

export interface PlanDefaults {
  readonly territories: readonly { id: string; name: string; mayChange: boolean }[];
  readonly playbooks: readonly { id: string; name: string; version: number; note: string }[];
  /** Today in the zone of the first territory. */
  readonly date: string;
  readonly mayRun: boolean;
}

/** What the Plan page opens with. */
export async function readPlanDefaults(user: User): Promise<PlanDefaults> {
  const access = new Map((await readAccess(user)).map((a) => [a.territoryId, a.mayChange]));
  const territories = (await readTerritories(database())).filter((t) => access.has(t.id));
  const playbooks = await listPlaybooks();
  const mayRun =
    (user.role === 'analyst' || user.role === 'dispatcher') && [...access.values()].some((may) => may);
  return {
    territories: territories.map((t) => ({ id: t.id, name: t.name, mayChange: access.get(t.id) ?? false })),
    playbooks: playbooks.map(({ id, name, version, note }) => ({ id, name, version, note })),
    date: localDateOf(nowSec(), territories[0]?.zone ?? 'UTC'),
    mayRun,
  };
}
