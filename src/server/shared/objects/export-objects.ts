import Papa from 'papaparse';
import { objectKind } from '@/contract/registry';
import { columnsOf, toCells } from '@/contract/shared/columns';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import type { ListQuery } from '@/db/objects/list-objects';
import type { Unit } from '../unit';
import { listOf } from './read-objects';

const PAGE_SIZE = 500;

/** All that a list holds, all pages of it. */
async function everything(unit: Unit, name: ObjectName, query: ListQuery): Promise<ObjectValue[]> {
  const rows: ObjectValue[] = [];
  for (let page = 0; ; page++) {
    const listed = await listOf(unit, name, { ...query, page, pageSize: PAGE_SIZE });
    rows.push(...listed.rows);
    if (rows.length >= listed.total || listed.rows.length === 0) return rows;
  }
}

/** What a list holds as JSON: a list of objects, as the API gives and takes them. */
export async function exportAsJson(unit: Unit, name: ObjectName, query: ListQuery): Promise<string> {
  return JSON.stringify(await everything(unit, name, query), null, 1);
}

/**
 * What a list holds, all pages of it, as CSV (RFC 4180: CRLF, doubled quotes, a header). Cells that a spreadsheet
 * would run as formulas are made harmless by an apostrophe (OWASP, CSV injection).
 */
export async function exportAsCsv(unit: Unit, name: ObjectName, query: ListQuery): Promise<string> {
  const kind = objectKind(name);
  const rows = await everything(unit, name, query);
  return Papa.unparse(
    { fields: columnsOf(kind).map((c) => c.name), data: rows.map((value) => toCells(kind, value)) },
    { newline: '\r\n', escapeFormulae: true },
  );
}
