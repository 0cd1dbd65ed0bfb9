import type { Subject } from '@/contract/access/permissions';
import { OBJECT_NAMES, type ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import type { Transaction } from '@/db/connection';
import { readObjects, removeObject, writeObject } from '@/db/objects/object-store';
import { readDraftStates, writeDraftState } from '@/db/repositories/plan/drafts';
import {
  readLiveDays,
  readLiveVisits,
  writeLiveDay,
  writeLiveVisit,
} from '@/db/repositories/plan/live-parts';
import { readPlaybookStates, writePlaybookState } from '@/db/repositories/playbooks/playbooks';

/** What can change besides the objects of the registry: the live plan by visit and by day, and drafts. */
export const PLAN_PARTS = ['live-visits', 'live-days', 'drafts'] as const;
export type Changeable = ObjectName | (typeof PLAN_PARTS)[number] | 'playbooks';

/** Reads and writes one kind of thing as plain data; null is "not there". */
interface Store {
  readonly subject: Subject;
  read(transaction: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, unknown>>;
  write(transaction: Transaction, id: string, value: unknown): Promise<void>;
}

function objectStore(name: ObjectName): Store {
  return {
    subject: name,
    read: (transaction, ids) => readObjects(transaction, name, ids),
    write: async (transaction, id, value) => {
      if (value === null) return removeObject(transaction, name, id);
      const now = (await readObjects(transaction, name, [id])).get(id);
      const version = (now?.version ?? (value as ObjectValue).version) + 1;
      await writeObject(transaction, name, { ...(value as ObjectValue), version });
    },
  };
}

const planStores: Record<(typeof PLAN_PARTS)[number], Store> = {
  'live-visits': { subject: 'plan', read: readLiveVisits, write: writeLiveVisit },
  'live-days': { subject: 'plan', read: readLiveDays, write: writeLiveDay },
  drafts: { subject: 'plan', read: readDraftStates, write: writeDraftState },
};

const playbookStore: Store = {
  subject: 'playbooks',
  read: readPlaybookStates,
  write: writePlaybookState,
};

export function storeOf(object: Changeable): Store {
  if (object === 'playbooks') return playbookStore;
  return object in planStores
    ? planStores[object as keyof typeof planStores]
    : objectStore(object as ObjectName);
}

export function isChangeable(object: string): object is Changeable {
  return ([...OBJECT_NAMES, ...PLAN_PARTS, 'playbooks'] as readonly string[]).includes(object);
}
