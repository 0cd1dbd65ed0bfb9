import { z } from 'zod';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { select, type Transaction } from '../connection';
import { snake } from '../models/table';
import { OBJECT_TABLES } from './object-tables';

const shape = z.strictObject({ id: z.string(), title: z.string() });

/** Ids and names of all objects of a kind that are not put away: for files, which speak of things by name. */
export async function readTitles(
  transaction: Transaction,
  object: ObjectName | 'workers',
): Promise<readonly { readonly id: string; readonly title: string }[]> {
  if (object === 'workers')
    return select(
      transaction,
      shape,
      `select id, name as title from technicians where archived_at is null
       union all select id, name from crews where archived_at is null order by id`,
    );
  const { table } = OBJECT_TABLES[object];
  const title = object === 'work-orders' ? 'number::text' : snake(objectKind(object).title);
  const live = 'archivedAt' in table.columns ? 'where archived_at is null' : '';
  return select(transaction, shape, `select id, ${title} as title from ${table.name} ${live} order by id`);
}
