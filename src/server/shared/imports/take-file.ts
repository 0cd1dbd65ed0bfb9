import { DateTime } from 'luxon';
import { type CellContext, readCell } from '@/contract/imports/read-cell';
import type { ImportProblem, ImportResult, ImportSettings } from '@/contract/imports/settings';
import { schemaOf, type Target, titleFieldOf } from '@/contract/imports/targets';
import type { ObjectName } from '@/contract/shared/fields';
import { referencesIn } from '@/contract/shared/object';
import { check } from '@/contract/shared/problems';
import { instantOf, localDateOf } from '@/core/index';
import { readAll, readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../access';
import { runCommand } from '../commands/command';
import { changedFields } from '../objects/save-object';
import type { Unit } from '../unit';
import { createWorkExpander } from './expand-work';
import { createNames, type Names } from './names';
import type { FileRows } from './read-file';
import { type BatchContext, type LineProblem, type Taken, takeBatch, type Write } from './take-batch';

const BATCH = 400;
const MOST_PROBLEMS = 200;
const MOST_FIRST = 60;

/** Objects in the order in which they are written: what others name comes first. */
const ORDER: readonly ObjectName[] = ['sites', 'work-orders', 'visits'];

/** Which column of the file a problem of an object is about. */
const WORK_FIELDS: Readonly<Record<string, string>> = {
  jobKindId: 'jobKind',
  name: 'site',
  territoryId: 'territory',
  siteId: 'site',
  windows: 'windowStart',
};

interface ReadRow {
  readonly line: number;
  readonly id: string | null;
  readonly value: Record<string, unknown>;
  readonly problems: readonly LineProblem[];
}

function rowReader(target: Target, file: FileRows, settings: ImportSettings, context: CellContext) {
  const shape = schemaOf(target).shape as Record<string, Parameters<typeof readCell>[0]>;
  const columns = file.header.map((name) => settings.meanings[name] ?? '');
  return ({ line, cells }: FileRows['rows'][number]): ReadRow => {
    const value: Record<string, unknown> = {};
    const problems: LineProblem[] = [];
    let id: string | null = null;
    for (const [i, field] of columns.entries()) {
      const cell = cells[i] ?? '';
      if (field === '' || cell.trim() === '') continue;
      if (field === 'id') {
        id = cell.trim();
        continue;
      }
      const schema = shape[field];
      if (!schema) continue;
      const read = readCell(schema, cell, context);
      if (read.ok) value[field] = read.value;
      else problems.push({ line, path: field, code: read.code, facts: { field } });
    }
    return { line, id, value, problems };
  };
}

/** What else is wrong with a row of which some cells could not be read: who mends one thing should not be told of the next only then. */
function othersWrong(target: Target, { line, id, value, problems }: ReadRow): LineProblem[] {
  const unread = new Set(problems.map((p) => p.path));
  // Names in place of ids are as good; whether they stand for anything is asked where the rest can be read.
  const named = new Set(referencesIn(schemaOf(target), value).map((r) => r.path));
  const checked = check(schemaOf(target), value);
  if (checked.ok || (id !== null && Object.keys(value).length === 0)) return [];
  return checked.problems
    .filter((p) => !unread.has(p.path.split('.')[0] ?? '') && p.path !== '' && !named.has(p.path))
    .map((p) => ({ ...p, line }));
}

/** Turns a row into what is written for it. */
async function writesOf(
  target: Target,
  row: ReadRow,
  names: Names,
  work: Awaited<ReturnType<typeof createWorkExpander>> | null,
): Promise<{ readonly writes: readonly Write[]; readonly problems: readonly LineProblem[] }> {
  if (row.problems.length > 0)
    return { writes: [], problems: [...row.problems, ...othersWrong(target, row)] };
  if (work) {
    const { writes, problems } = await work.expand(row.line, row.value);
    return { writes, problems: problems.map((p) => ({ ...p, line: row.line })) };
  }
  const object = target as ObjectName;
  const title = row.value[titleFieldOf(target)];
  const id = row.id ?? (title === undefined ? null : await names.idOf(object, String(title)));
  return { writes: [{ line: row.line, object, id, value: row.value }], problems: [] };
}

function firstOf({ line, object, before, after }: Taken): ImportResult['first'][number] {
  const title = String(after.name ?? after.summary ?? after.number ?? after.id);
  return {
    line,
    object,
    title,
    what: before ? 'changed' : 'made',
    fields: before ? changedFields(before, after) : [],
  };
}

/** Where in the file a problem is, and what stands there. */
function placed(
  problem: LineProblem,
  target: Target,
  file: FileRows,
  settings: ImportSettings,
): ImportProblem {
  const [top = ''] = problem.path.split('.');
  const field = target === 'work' ? (WORK_FIELDS[top] ?? top) : top;
  const column = Object.entries(settings.meanings).find(([, f]) => f === field)?.[0] ?? field;
  const row = file.rows.find((r) => r.line === problem.line);
  const at = file.header.indexOf(column);
  const value = at >= 0 ? (row?.cells[at] ?? '') : '';
  return {
    line: problem.line,
    column,
    value: value.slice(0, 120),
    code: problem.code,
    facts: { ...problem.facts, ...(problem.path.includes('.') ? { path: problem.path } : {}) },
  };
}

interface Options {
  readonly target: Target;
  readonly file: FileRows;
  readonly settings: ImportSettings;
  /** Says what it would do and does nothing. */
  readonly onlyLook?: boolean;
  /** Told how much is done, from 0 to 1. */
  readonly onDone?: (share: number) => void;
}

/** Nothing of the file may stay: what is wrong with it, or what it would have done. Undoes the transaction that it is thrown in. */
export class NotTaken extends Error {
  constructor(readonly result: ImportResult) {
    super('Nothing of the file was taken');
  }
}

async function contextOf(unit: Unit, settings: ImportSettings): Promise<CellContext & { zone: string }> {
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  const zone = company?.homeZone ?? 'UTC';
  return {
    ...settings,
    zone,
    today: localDateOf(unit.now, zone),
    instantOf: (date, minutes) =>
      DateTime.fromSeconds(instantOf(date, minutes, zone))
        .toUTC()
        .toISO() ?? date,
  };
}

/** What new things begin with where a file does not say: the clock of their territory, or of the company, and today. */
async function createUsual(
  unit: Unit,
  { zone, today }: { readonly zone: string; readonly today: string },
): Promise<BatchContext['usual']> {
  const zones = new Map((await readAll(unit.transaction, 'territories')).map((t) => [t.id, t.zone]));
  const territoryOf = (value: Record<string, unknown>): string => {
    const [first] = Array.isArray(value.territories)
      ? (value.territories as { territoryId?: unknown }[])
      : [];
    return String(value.territoryId ?? first?.territoryId ?? '');
  };
  return (object, value) => {
    if (object === 'week-patterns') return { anchorDate: today };
    if (object === 'crews') return { validFrom: today };
    if (object === 'technicians' || object === 'sites' || object === 'territories')
      return { zone: zones.get(territoryOf(value)) ?? zone };
    return {};
  };
}

/**
 * Brings a file in as one command, whole or not at all: where anything is wrong with it, or it is only looked at,
 * `NotTaken` is thrown with what was found, which undoes the transaction.
 */
export async function takeFile(
  unit: Unit,
  { target, file, settings, onlyLook, onDone }: Options,
): Promise<ImportResult> {
  requireRight(unit, 'change', target === 'work' ? 'work-orders' : target);
  const cells = await contextOf(unit, settings);
  const names = createNames(unit);
  const work = target === 'work' ? await createWorkExpander(unit, names, cells.zone) : null;
  const read = rowReader(target, file, settings, cells);
  const counts = { made: 0, changed: 0, left: 0 };
  const first: ImportResult['first'] = [];
  const problems: LineProblem[] = [];
  let isOver = false;
  const facts = { object: target, count: file.rows.length };
  const { result } = await runCommand(unit, 'import', facts, async (command) => {
    const usual = await createUsual(unit, cells);
    const context: BatchContext = { unit, command, names, usual, through: new Map(), seen: new Set() };
    for (let at = 0; at < file.rows.length && !isOver; at += BATCH) {
      const writes: Write[] = [];
      for (const row of file.rows.slice(at, at + BATCH)) {
        const made = await writesOf(target, read(row), names, work);
        writes.push(...made.writes);
        problems.push(...made.problems);
      }
      const objects = [...new Set(writes.map((w) => w.object))].sort(
        (a, b) => ORDER.indexOf(a) - ORDER.indexOf(b),
      );
      for (const object of objects) {
        const batch = await takeBatch(
          context,
          object,
          writes.filter((w) => w.object === object),
        );
        problems.push(...batch.problems);
        for (const t of batch.taken) {
          counts[t.before ? 'changed' : 'made']++;
          if (first.length < MOST_FIRST) first.push(firstOf(t));
        }
        counts.left += batch.left;
        if (batch.isOver) isOver = true;
        if (isOver) break;
      }
      onDone?.(Math.min(1, (at + BATCH) / file.rows.length));
    }
    const shown = problems.slice(0, MOST_PROBLEMS).map((p) => placed(p, target, file, settings));
    const found: ImportResult = { ...counts, problems: shown, problemCount: problems.length, first };
    if (onlyLook || problems.length > 0) throw new NotTaken(found);
    return found;
  });
  return result;
}
