import { z } from 'zod';
import { roleMay } from '@/contract/access/permissions';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { fieldsOf, isPlain, type ObjectValue } from '@/contract/shared/object';
import type { FieldProblem } from '@/contract/shared/problems';
import { type Listed, type ListQuery, listObjects } from '@/db/objects/list-objects';
import { readObjects } from '@/db/objects/object-store';
import { type Use, usesOf } from '@/db/objects/uses';
import { type HistoryRow, readHistoryOf } from '@/db/repositories/shared/commands';
import { requireRight } from '../access';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';
import { territoriesOf } from './territories-of';

const PAGE_SIZE = 50;
const MOST_PAGE_SIZE = 500;

const page = z.coerce.number().int().min(0).max(100_000);
const pageSize = z.coerce.number().int().min(1).max(MOST_PAGE_SIZE);

/** Reads `search`, `sort` ("name", "-name"), `archived`, `page`, `pageSize` and plain fields out of an address. */
export function readListQuery(name: ObjectName, query: URLSearchParams): ListQuery {
  const kind = objectKind(name);
  const plain = new Map(
    fieldsOf(kind)
      .filter((f) => isPlain(f.form))
      .map((f) => [f.name, f.form]),
  );
  const problems: FieldProblem[] = [];
  const wrong = (path: string, code: string): void => void problems.push({ path, code, facts: {} });
  const filters: Record<string, string | number | boolean | null> = {};
  for (const [key, value] of query) {
    if (['search', 'sort', 'archived', 'page', 'pageSize'].includes(key)) continue;
    const form = plain.get(key);
    if (!form) wrong(key, 'no-such-field');
    else if (value === '') filters[key] = null;
    else if (form === 'number' && !Number.isFinite(Number(value))) wrong(key, 'not-number');
    else if (form === 'yes' && value !== 'true' && value !== 'false') wrong(key, 'not-boolean');
    else filters[key] = form === 'number' ? Number(value) : form === 'yes' ? value === 'true' : value;
  }
  const sort = query.get('sort') ?? kind.title;
  const field = sort.replace(/^-/, '');
  if (!plain.has(field) && field !== kind.title) wrong('sort', 'no-such-field');
  const asked = page.safeParse(query.get('page') ?? 0);
  if (!asked.success) wrong('page', 'not-int');
  const size = pageSize.safeParse(query.get('pageSize') ?? PAGE_SIZE);
  if (!size.success) wrong('pageSize', 'not-int');
  if (problems.length > 0) throw new Refusal('invalid', { problems });
  return {
    search: (query.get('search') ?? '').trim().slice(0, 200),
    filters,
    sort: field,
    descending: sort.startsWith('-'),
    archived: query.get('archived') === 'true',
    page: asked.data ?? 0,
    pageSize: size.data ?? PAGE_SIZE,
  };
}

function sightOf({ user }: Unit): readonly string[] | 'all' {
  return user.role === 'administrator' ? 'all' : user.grants.map((g) => g.territoryId);
}

/** A page of what the user may see of a kind of object. */
export async function listOf(unit: Unit, name: ObjectName, query: ListQuery): Promise<Listed> {
  requireRight(unit, 'read', name);
  return listObjects(unit.transaction, name, query, sightOf(unit));
}

/** One object that the user may see. */
export async function readObject(unit: Unit, name: ObjectName, id: string): Promise<ObjectValue> {
  requireRight(unit, 'read', name);
  const value = (await readObjects(unit.transaction, name, [id])).get(id);
  if (!value) throw new Refusal('not-found');
  requireRight(unit, 'read', name, await territoriesOf(unit.transaction, name, id, value));
  return value;
}

/** What uses an object; of kinds that the user may not read, only that there are some. */
export async function readUses(
  unit: Unit,
  name: ObjectName,
  id: string,
): Promise<{ readonly uses: readonly Use[]; readonly others: number }> {
  await readObject(unit, name, id);
  const all = await usesOf(unit.transaction, name, id);
  const uses: Use[] = [];
  for (const use of all) {
    if (!roleMay(unit.user.role, 'read', use.object)) continue;
    const seen = await readObject(unit, use.object, use.id).catch(() => null);
    if (seen) uses.push(use);
  }
  return { uses, others: all.length - uses.length };
}

const MOST_HISTORY = 100;

/** What happened to an object, newest first. */
export async function readObjectHistory(unit: Unit, name: ObjectName, id: string): Promise<HistoryRow[]> {
  await readObject(unit, name, id);
  return readHistoryOf(unit.transaction, name, id, MOST_HISTORY);
}
