import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { Transaction } from '@/db/connection';
import { readObjects } from '@/db/objects/object-store';

/** The territories that an object belongs to; none means the whole company. A cover's help gives no say. */
export async function territoriesOf(
  transaction: Transaction,
  name: ObjectName,
  id: string,
  value: Readonly<Record<string, unknown>>,
): Promise<string[]> {
  const { scope } = objectKind(name);
  if (scope === 'company') return [];
  if (scope === 'own') return [id];
  if ('through' in scope) {
    const otherId = value[scope.through];
    if (typeof otherId !== 'string') return [];
    const other = (await readObjects(transaction, scope.object, [otherId])).get(otherId);
    return other ? territoriesOf(transaction, scope.object, otherId, other) : [];
  }
  const held = value[scope.field];
  if (!scope.in) return typeof held === 'string' ? [held] : [];
  const list = Array.isArray(held) ? (held as Record<string, unknown>[]) : [];
  return [...new Set(list.map((item) => String(item[scope.in ?? ''])))];
}

/** Those of them whose people have the say: helping out somewhere does not give it away. */
export function governing(
  name: ObjectName,
  value: Readonly<Record<string, unknown>>,
  all: readonly string[],
): string[] {
  if (name !== 'technicians' || !Array.isArray(value.territories)) return [...all];
  const list = value.territories as { territoryId: string; relation: string }[];
  const homes = list.filter((m) => m.relation !== 'cover').map((m) => m.territoryId);
  return homes.length > 0 ? [...new Set(homes)] : [...all];
}
