import { type FieldForm, fieldsOf, isPlain, type ObjectKind, type ObjectValue } from './object';
import type { FieldProblem } from './problems';

/** A column of a file: the id, or a field of an object. Plain fields stand as they are, lists and other data as JSON. */
export interface Column {
  readonly name: string;
  readonly form: FieldForm;
}

/** The columns of a kind of object, in the order of its schema. */
export function columnsOf(kind: ObjectKind): Column[] {
  return [{ name: 'id', form: 'text' as const }, ...fieldsOf(kind).map(({ name, form }) => ({ name, form }))];
}

/** One object as the cells of a row; nothing is an empty cell. */
export function toCells(kind: ObjectKind, value: ObjectValue): string[] {
  return columnsOf(kind).map(({ name, form }) => {
    const held = value[name];
    if (held === null || held === undefined) return '';
    return isPlain(form) ? String(held) : JSON.stringify(held);
  });
}

export interface ReadRow {
  readonly id: string | null;
  /** Fields that had a cell with something in it; the rest keep what they are by default. */
  readonly value: Readonly<Record<string, unknown>>;
  readonly problems: readonly FieldProblem[];
}

/** Reads one row by the columns of its header. What the cells say is checked by the schema afterwards. */
export function fromCells(kind: ObjectKind, header: readonly string[], cells: readonly string[]): ReadRow {
  const forms = new Map(columnsOf(kind).map((c) => [c.name, c.form]));
  const value: Record<string, unknown> = {};
  const problems: FieldProblem[] = [];
  for (const [at, name] of header.entries()) {
    const form = forms.get(name);
    const cell = cells[at] ?? '';
    if (!form || cell === '') continue;
    if (form === 'number' && Number.isFinite(Number(cell))) value[name] = Number(cell);
    else if (form === 'yes' && (cell === 'true' || cell === 'false')) value[name] = cell === 'true';
    else if (form === 'list' || form === 'data') {
      try {
        value[name] = JSON.parse(cell);
      } catch {
        problems.push({ path: name, code: 'not-json', facts: {} });
      }
    } else value[name] = cell;
  }
  const { id, ...rest } = value;
  return { id: typeof id === 'string' ? id : null, value: rest, problems };
}

/** Columns of a header that the kind does not have. */
export function strangeColumns(kind: ObjectKind, header: readonly string[]): string[] {
  const known = new Set(columnsOf(kind).map((c) => c.name));
  return header.filter((name) => !known.has(name));
}
