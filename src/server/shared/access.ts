import { type Act, may, type Subject } from '@/contract/access/permissions';
import { Refusal } from './refusal';
import type { Unit, User } from './unit';

/** Territories that a user sees at all. */
export function seenBy(user: User): ReadonlySet<string> {
  return new Set(user.grants.map((g) => g.territoryId));
}

/** Refuses, as if it did not exist, what the user's role does not have. */
export function requireRight(
  { user }: Pick<Unit, 'user'>,
  act: Act,
  subject: Subject,
  territoryIds: readonly string[] = [],
): void {
  if (!may(user, act, subject, territoryIds)) throw new Refusal('not-found');
}

/** Refuses territories that the user does not see, all of which are asked for. */
export function requireSight(
  unit: Pick<Unit, 'user'>,
  subject: Subject,
  territoryIds: readonly string[],
): void {
  requireRight(unit, 'read', subject);
  const seen = seenBy(unit.user);
  if (territoryIds.length === 0 || !territoryIds.every((id) => seen.has(id))) throw new Refusal('not-found');
}

/** The same unit with the say in territories that it has just made: whoever makes one is given it. */
export function withSayIn(unit: Unit, territoryIds: readonly string[]): Unit {
  const { user } = unit;
  const fresh = territoryIds.filter((id) => !user.grants.some((g) => g.territoryId === id));
  const grants = [...user.grants, ...fresh.map((territoryId) => ({ territoryId, mayChange: true }))];
  return { ...unit, user: { ...user, grants } };
}
