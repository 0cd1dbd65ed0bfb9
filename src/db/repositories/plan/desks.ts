import { z } from 'zod';
import type { ArrangementKind } from '@/contract/plan/desks';
import { select, type Transaction } from '../../connection';
import { arrangementChoices, arrangements } from '../../models/desk';
import { rowsOf } from '../../models/table';

const shape = z.strictObject({
  id: z.string(),
  kind: z.enum(['desk', 'loose-view']),
  name: z.string(),
  ownerId: z.string(),
  owner: z.string(),
  shared: z.enum(['private', 'some', 'all']),
  userIds: z.array(z.string()),
  settings: z.unknown(),
  isDefault: z.boolean(),
  version: z.int(),
  isArchived: z.boolean(),
});
export type ArrangementRow = z.infer<typeof shape>;

const COLUMNS = `a.id, a.kind, a.name, a.owner_id as "ownerId", u.name as owner, a.shared, a.user_ids as "userIds", a.settings,
  c.arrangement_id is not null as "isDefault", a.version, a.archived_at is not null as "isArchived"
  from arrangements a join users u on u.id = a.owner_id
  left join arrangement_choices c on c.arrangement_id = a.id and c.user_id = :userId`;
/** Somebody's own, what is for everybody, and what is for them among some. */
const IN_SIGHT = `(a.owner_id = :userId or a.shared = 'all' or (a.shared = 'some' and :userId = any(a.user_ids)))`;

export function readArrangements(transaction: Transaction, userId: string): Promise<ArrangementRow[]> {
  return select(
    transaction,
    shape,
    `select ${COLUMNS} where a.archived_at is null and ${IN_SIGHT} order by lower(a.name), a.id`,
    { userId },
  );
}

/** One that the user sees, put away or not, held until the transaction ends. */
export async function lockArrangement(
  transaction: Transaction,
  id: string,
  userId: string,
): Promise<ArrangementRow | null> {
  const rows = await select(
    transaction,
    shape,
    `select ${COLUMNS} where a.id = :id and ${IN_SIGHT} for update of a`,
    { id, userId },
  );
  return rows[0] ?? null;
}

interface Written {
  readonly id: string;
  readonly kind: ArrangementKind;
  readonly name: string;
  readonly ownerId: string;
  readonly shared: ArrangementRow['shared'];
  readonly userIds: readonly string[];
  readonly settings: unknown;
}

export async function addArrangement(transaction: Transaction, row: Written): Promise<void> {
  await rowsOf(transaction, arrangements).insert([row]);
}

export async function updateArrangement(
  transaction: Transaction,
  id: string,
  values: Partial<Omit<Written, 'id' | 'ownerId' | 'kind'>> & {
    readonly version: number;
    readonly archivedAt?: Date | null;
  },
): Promise<void> {
  await rowsOf(transaction, arrangements).update({ id }, values);
}

/** What opens by itself for somebody from now on; null is nothing. */
export async function chooseArrangement(
  transaction: Transaction,
  userId: string,
  kind: ArrangementKind,
  arrangementId: string | null,
): Promise<void> {
  const rows = rowsOf(transaction, arrangementChoices);
  await rows.remove({ userId, kind });
  if (arrangementId !== null) await rows.insert([{ userId, kind, arrangementId }]);
}

const colleague = z.strictObject({ id: z.string(), name: z.string() });

/** Whoever works with the plan beside somebody. */
export function readColleagues(
  transaction: Transaction,
  userId: string,
): Promise<z.infer<typeof colleague>[]> {
  return select(
    transaction,
    colleague,
    `select id, name from users where active and archived_at is null and id <> :userId
       and role in ('analyst','dispatcher','manager','administrator') order by name`,
    { userId },
  );
}
