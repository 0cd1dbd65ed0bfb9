import { objectName } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { Refusal } from '@/server/shared/refusal';

/** The kind of object that an address speaks of. */
export function objectNameOf(name: string): ObjectName {
  const parsed = objectName.safeParse(name);
  if (!parsed.success) throw new Refusal('not-found');
  return parsed.data;
}
