import { may } from '@/contract/access/permissions';
import { localDateOf } from '@/core/index';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../shared/access';
import type { Unit } from '../shared/unit';

export interface DayDefaults {
  readonly territories: readonly { readonly id: string; readonly name: string }[];
  /** Those that the user has the say in, else all that they see. */
  readonly chosen: readonly string[];
  readonly date: string;
}

/** What the Day screen opens with. */
export async function readDayDefaults(unit: Unit): Promise<DayDefaults> {
  requireRight(unit, 'read', 'day');
  const seen = seenBy(unit.user);
  const territories = (await readAll(unit.transaction, 'territories'))
    .filter((t) => seen.has(t.id) && t.archivedAt === null)
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const own = territories.filter((t) => may(unit.user, 'change', 'day', [t.id]));
  return {
    territories: territories.map(({ id, name }) => ({ id, name })),
    chosen: (own.length > 0 ? own : territories).map((t) => t.id),
    date: localDateOf(unit.now, territories[0]?.zone ?? 'UTC'),
  };
}
