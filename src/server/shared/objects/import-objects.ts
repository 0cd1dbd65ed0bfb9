import Papa from 'papaparse';
import { objectKind } from '@/contract/registry';
import { fromCells, strangeColumns } from '@/contract/shared/columns';
import type { ObjectName } from '@/contract/shared/fields';
import { fieldsOf } from '@/contract/shared/object';
import type { FieldProblem } from '@/contract/shared/problems';
import { readObjects } from '@/db/objects/object-store';
import { requireRight } from '../access';
import { type Command, runCommand } from '../commands/command';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';
import { changedFields, type Prepared, prepareNew, prepareSave, writePrepared } from './save-object';

const MOST_ROWS = 20_000;
const MOST_PROBLEMS = 200;

/** Cells that were made harmless when they were written come back as they were. */
function asWritten(cell: string): string {
  return /^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

function parsed(text: string): string[][] {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [wrong] = errors.filter((e) => e.type === 'Quotes');
  if (wrong) {
    const path = `line ${(wrong.row ?? 0) + 1}`;
    throw new Refusal('invalid', { problems: [{ path, code: 'not-csv', facts: {} }] });
  }
  if (data.length > MOST_ROWS + 1) throw new Refusal('too-large', { most: MOST_ROWS });
  return data.map((row) => row.map(asWritten));
}

/** Judges one row: a new object, or a change of the fields that the file has. */
async function prepareRow(
  unit: Unit,
  name: ObjectName,
  row: { readonly id: string | null; readonly value: Readonly<Record<string, unknown>> },
): Promise<Prepared> {
  const isThere = row.id !== null && (await readObjects(unit.transaction, name, [row.id])).has(row.id);
  if (!isThere || row.id === null)
    return prepareNew(unit, name, { id: row.id ?? undefined, value: row.value });
  const fields = fieldsOf(objectKind(name)).map((f) => f.name);
  return prepareSave(unit, name, row.id, {
    value: (before) => ({ ...Object.fromEntries(fields.map((f) => [f, before[f]])), ...row.value }),
  });
}

/** Problems of a refusal with the line that they are on; any other failure goes on. */
function onLine(line: number, cause: unknown): FieldProblem[] {
  if (!(cause instanceof Refusal) || cause.code !== 'invalid') throw cause;
  const problems = (cause.facts.problems ?? []) as FieldProblem[];
  return problems.map((p) => ({ ...p, path: `line ${line}${p.path ? `: ${p.path}` : ''}` }));
}

interface Counts {
  made: number;
  changed: number;
}

/** Judges and writes the rows one after the other, so that later ones may name earlier ones; gives what is wrong. */
async function takeRows(
  unit: Unit,
  name: ObjectName,
  file: { readonly header: readonly string[]; readonly rows: readonly (readonly string[])[] },
  to: { readonly command: Command; readonly counts: Counts },
): Promise<FieldProblem[]> {
  const problems: FieldProblem[] = [];
  for (const [at, cells] of file.rows.entries()) {
    const line = at + 2;
    const row = fromCells(objectKind(name), file.header, cells);
    problems.push(...row.problems.map((p) => ({ ...p, path: `line ${line}: ${p.path}` })));
    if (problems.length >= MOST_PROBLEMS) break;
    if (row.problems.length > 0) continue;
    const prepared = await prepareRow(unit, name, row).catch((cause: unknown) => {
      problems.push(...onLine(line, cause));
      return null;
    });
    if (!prepared) continue;
    const { before, after } = prepared;
    if (before && changedFields(before, after).length === 0) continue;
    const refused = await writePrepared(unit, to.command, name, prepared).then(
      () => null,
      (cause: unknown) => onLine(line, cause),
    );
    // What the database itself refused ends the transaction: nothing more can be judged in it.
    if (refused) return [...problems, ...refused];
    to.counts[before ? 'changed' : 'made']++;
  }
  return problems;
}

/**
 * Brings objects in from CSV, all or none, as one command: rows whose id is there change the fields that the file
 * has, the others are new. Refused with every problem by line and column.
 */
export async function importFromCsv(unit: Unit, name: ObjectName, text: string): Promise<Readonly<Counts>> {
  requireRight(unit, 'change', name);
  const [header = [], ...rows] = parsed(text);
  const strange = strangeColumns(objectKind(name), header).map((column) => ({
    path: 'line 1',
    code: 'no-such-column',
    facts: { column },
  }));
  const facts = { object: name, count: rows.length };
  const { result } = await runCommand(unit, 'import', facts, async (command) => {
    const counts: Counts = { made: 0, changed: 0 };
    const wrong = await takeRows(unit, name, { header, rows }, { command, counts });
    const problems = [...strange, ...wrong];
    if (problems.length > 0) throw new Refusal('invalid', { problems });
    return counts;
  });
  return result;
}
