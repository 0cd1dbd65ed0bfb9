import { z } from 'zod';
import { doubtAside } from '@/contract/set-up/desk';
import type { ObjectValue } from '@/contract/shared/object';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { archiveObject, createObject, saveObject } from '../../shared/objects/save-object';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

/** Puts a doubt aside with a reason until a day; one that was put aside already gets the new ones. */
export async function putAside(unit: Unit, raw: unknown): Promise<ObjectValue> {
  requireRight(unit, 'change', 'asides');
  const value = required(doubtAside.schema, raw);
  const known = (await readAll(unit.transaction, 'asides')).find((a) => a.doubt === value.doubt);
  if (known) return saveObject(unit, 'asides', known.id, { version: known.version, value });
  return createObject(unit, 'asides', { value });
}

/** Brings a doubt back before its day. */
export async function takeBack(unit: Unit, raw: unknown): Promise<ObjectValue> {
  requireRight(unit, 'change', 'asides');
  const { doubt } = required(z.strictObject({ doubt: z.string() }), raw);
  const known = (await readAll(unit.transaction, 'asides')).find((a) => a.doubt === doubt);
  if (!known) throw new Refusal('not-found');
  return archiveObject(unit, 'asides', known.id, { version: known.version, archived: true });
}
