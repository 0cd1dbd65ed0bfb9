import type { z } from 'zod';
import type { ObjectName } from '@/contract/shared/fields';
import { type Reference, referencesIn } from '@/contract/shared/object';
import { readTitles } from '@/db/objects/titles';
import type { Unit } from '../unit';

type Kind = ObjectName | 'workers';

/** Things by id and by name, read once a kind; what is made on the way is added. */
export interface Names {
  /** The id that an id or a name stands for; null where there is nothing of it. */
  idOf(kind: Kind, text: string): Promise<string | null>;
  /** The id of what has a name. */
  idOfTitle(kind: Kind, title: string): Promise<string | null>;
  add(kind: ObjectName, id: string, title: string): Promise<void>;
}

export function createNames(unit: Unit): Names {
  const known = new Map<Kind, Promise<{ ids: Set<string>; byTitle: Map<string, string> }>>();
  const of = (kind: Kind) => {
    const found = known.get(kind);
    if (found) return found;
    const read = readTitles(unit.transaction, kind).then((rows) => ({
      ids: new Set(rows.map((r) => r.id)),
      // Of two of one name the first by id holds, so that the same file means the same each time.
      byTitle: new Map([...rows].reverse().map((r) => [r.title.toLowerCase(), r.id])),
    }));
    known.set(kind, read);
    return read;
  };
  return {
    idOf: async (kind, text) => {
      const { ids, byTitle } = await of(kind);
      return ids.has(text) ? text : (byTitle.get(text.trim().toLowerCase()) ?? null);
    },
    idOfTitle: async (kind, title) => (await of(kind)).byTitle.get(title.trim().toLowerCase()) ?? null,
    add: async (kind, id, title) => {
      for (const k of [kind, ...(kind === 'technicians' || kind === 'crews' ? (['workers'] as const) : [])]) {
        const { ids, byTitle } = await of(k);
        ids.add(id);
        byTitle.set(title.toLowerCase(), id);
      }
    },
  };
}

function setAt(value: Record<string, unknown>, path: string, next: string): void {
  const keys = path.split('.');
  let at: Record<string, unknown> = value;
  for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
  at[keys.at(-1)!] = next;
}

/** Puts ids in place of names, in the value itself; gives the references that stand for nothing. */
export async function resolveNames(
  names: Names,
  schema: z.ZodType,
  value: Record<string, unknown>,
): Promise<readonly Reference[]> {
  const broken: Reference[] = [];
  for (const reference of referencesIn(schema, value)) {
    const id = await names.idOf(reference.object as Kind, reference.id);
    if (id === null) broken.push(reference);
    else if (id !== reference.id) setAt(value, reference.path, id);
  }
  return broken;
}
