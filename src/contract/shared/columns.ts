import { fieldsOf, isPlain, type ObjectKind, type ObjectValue } from './object';

/** A column of a file: the id, or a field of an object. */
export interface Column {
  readonly name: string;
  /** Plain fields stand as they are; lists and other data as JSON. */
  readonly isPlain: boolean;
}

/** The columns of a kind of object, in the order of its schema. */
export function columnsOf(kind: ObjectKind): Column[] {
  return [
    { name: 'id', isPlain: true },
    ...fieldsOf(kind).map(({ name, form }) => ({ name, isPlain: isPlain(form) })),
  ];
}

/** One object as the cells of a row; nothing is an empty cell. */
export function toCells(kind: ObjectKind, value: ObjectValue): string[] {
  return columnsOf(kind).map(({ name, isPlain: plain }) => {
    const held = value[name];
    if (held === null || held === undefined) return '';
    return plain ? String(held) : JSON.stringify(held);
  });
}
