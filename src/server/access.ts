import { select } from '@/db/connection';
import { database } from './database';
import { Refusal } from './refusal';
import type { User } from './session';

export interface Access {
  readonly territoryId: string;
  readonly mayChange: boolean;
}

/** Sections of the plan that office roles may open at all. */
const MAY_PLAN: readonly User['role'][] = ['analyst', 'dispatcher', 'manager'];
const MAY_RUN: readonly User['role'][] = ['analyst', 'dispatcher'];

export async function readAccess(user: User): Promise<Access[]> {
  if (!MAY_PLAN.includes(user.role)) return [];
  return select<Access>(
    database(),
    'select territory_id as "territoryId", may_change as "mayChange" from user_territories where user_id = :id',
    { id: user.id },
  );
}

/** Refuses, as if they did not exist, territories that the user does not see. */
export async function requireSight(user: User, territoryIds: readonly string[]): Promise<Access[]> {
  const access = await readAccess(user);
  const seen = new Set(access.map((a) => a.territoryId));
  if (territoryIds.length === 0 || !territoryIds.every((id) => seen.has(id))) throw new Refusal('not-found');
  return access;
}

/** Refuses unless the user may change the plan of every one of the territories. */
export async function requireChange(user: User, territoryIds: readonly string[]): Promise<void> {
  const access = await requireSight(user, territoryIds);
  const changeable = new Set(access.filter((a) => a.mayChange).map((a) => a.territoryId));
  const may = MAY_RUN.includes(user.role) && territoryIds.every((id) => changeable.has(id));
  if (!may) throw new Refusal('not-found');
}
