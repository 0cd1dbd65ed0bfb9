import Papa from 'papaparse';
import { Refusal } from '../refusal';

/** A file as rows of text, whatever it was written by. */
export interface FileRows {
  readonly format: 'csv' | 'json';
  readonly encoding: string;
  readonly delimiter: string;
  readonly header: readonly string[];
  /** The line of the file that each row begins on, and its cells in the order of the header. */
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
}

const MOST_ROWS = 50_000;
const MOST_COLUMNS = 200;

function refuse(code: string, facts: Record<string, string | number> = {}): never {
  throw new Refusal('invalid', { problems: [{ path: 'file', code, facts }] });
}

/** First bytes of files that are no text, and what they are. */
const BINARY: readonly (readonly [string, readonly number[]])[] = [
  ['a spreadsheet or another packed file', [0x50, 0x4b, 0x03, 0x04]],
  ['an old spreadsheet', [0xd0, 0xcf, 0x11, 0xe0]],
  ['a PDF', [0x25, 0x50, 0x44, 0x46]],
  ['a packed file', [0x1f, 0x8b]],
  ['a picture', [0x89, 0x50, 0x4e, 0x47]],
];

/** Bytes 80 to 9F of Windows-1252: what this Node's own decoder takes for control signs. */
const FROM_80 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

function fromWindows(bytes: Uint8Array): string {
  return Buffer.from(bytes)
    .toString('latin1')
    .replace(/[\u0080-\u009f]/g, (c) => FROM_80[c.charCodeAt(0) - 0x80]!);
}

/** Text of bytes: by its byte-order mark, else UTF-8, else Windows-1252, in which every byte means something. */
export function decode(bytes: Uint8Array): { text: string; encoding: string } {
  if (bytes.length === 0) refuse('file-empty');
  const binary = BINARY.find(([, mark]) => mark.every((b, i) => bytes[i] === b));
  if (binary) refuse('file-binary', { what: binary[0] });
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff)) {
    const encoding = a === 0xff ? 'utf-16le' : 'utf-16be';
    return { text: new TextDecoder(encoding).decode(bytes), encoding };
  }
  if (bytes.includes(0)) refuse('file-binary', { what: 'no text' });
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return { text: fromWindows(bytes), encoding: 'windows-1252' };
  }
}

/** Cells that were made harmless when they were written come back as they were (OWASP, CSV injection). */
function asWritten(cell: string): string {
  return /^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

const DELIMITERS = [',', ';', '\t', '|'];

/** The sign that parts most of the first line, outside of quotes; of a file with one column, a comma. */
function delimiterOf(text: string): string {
  const counts = new Map(DELIMITERS.map((d) => [d, 0]));
  let isQuoted = false;
  for (const c of text) {
    if (c === '"') isQuoted = !isQuoted;
    else if (isQuoted) continue;
    else if (c === '\n' || c === '\r') break;
    else if (counts.has(c)) counts.set(c, (counts.get(c) ?? 0) + 1);
  }
  return DELIMITERS.reduce((best, d) => ((counts.get(d) ?? 0) > (counts.get(best) ?? 0) ? d : best));
}

function fromCsv(text: string): Omit<FileRows, 'encoding'> {
  const delimiter = delimiterOf(text);
  const { data, errors } = Papa.parse<string[]>(text, { delimiter });
  const [wrong] = errors.filter((e) => e.type === 'Quotes');
  if (wrong)
    throw new Refusal('invalid', {
      problems: [{ path: `line ${(wrong.row ?? 0) + 1}`, code: 'not-csv', facts: {} }],
    });
  const [header = [], ...rest] = data;
  const rows: { line: number; cells: string[] }[] = [];
  // A quoted cell may run over several lines: lines are counted by what was read.
  let line = 2 + header.reduce((n, cell) => n + (cell.match(/\n/g)?.length ?? 0), 0);
  for (const cells of rest) {
    if (cells.some((c) => c.trim() !== '')) rows.push({ line, cells: cells.map(asWritten) });
    line += 1 + cells.reduce((n, cell) => n + (cell.match(/\n/g)?.length ?? 0), 0);
  }
  return { format: 'csv', delimiter, header: header.map((h) => h.trim()), rows };
}

function cellOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

/** Each line an object of its own, as logs and exports are written; null where the text is not of that form. */
function fromLines(text: string): { readonly line: number; readonly item: unknown }[] | null {
  const lines = text
    .split(/\r?\n/)
    .map((own, i) => ({ line: i + 1, own: own.trim() }))
    .filter(({ own }) => own !== '');
  // One object over several lines is no such file: its first line is no object.
  if (lines.length < 2 || !lines[0]!.own.endsWith('}')) return null;
  return lines.map(({ line, own }) => {
    try {
      return { line, item: JSON.parse(own) as unknown };
    } catch (cause) {
      return refuse('not-json', { said: `line ${line}: ${(cause as Error).message}`.slice(0, 120) });
    }
  });
}

function listIn(text: string): { readonly line: number; readonly item: unknown }[] {
  const lines = fromLines(text);
  if (lines) return lines;
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch (cause) {
    return refuse('not-json', { said: String((cause as Error).message).slice(0, 120) });
  }
  const list = Array.isArray(read) ? read : (read as { rows?: unknown } | null)?.rows;
  if (!Array.isArray(list)) return refuse('json-no-list');
  return list.map((item: unknown, i) => ({ line: i + 1, item }));
}

/** A list of objects, what the API gives for a list, or an object on each line. */
function fromJson(text: string): Omit<FileRows, 'encoding'> {
  const list = listIn(text);
  const isRow = (item: unknown): item is Record<string, unknown> =>
    typeof item === 'object' && item !== null && !Array.isArray(item);
  const wrong = list.find(({ item }) => !isRow(item));
  if (wrong) return refuse('json-no-object', { item: wrong.line });
  const rows = list.map(({ item }) => item as Record<string, unknown>);
  // What is only kept about an object is not for bringing in.
  const kept = ['version', 'archivedAt'];
  const header = [...new Set(rows.flatMap((r) => Object.keys(r)))].filter((k) => !kept.includes(k));
  return {
    format: 'json',
    delimiter: '',
    header,
    rows: rows.map((row, i) => ({ line: list[i]!.line, cells: header.map((name) => cellOf(row[name])) })),
  };
}

/** Reads a file of CSV or JSON into rows; refused with what it is where it is neither. */
export function readFile(bytes: Uint8Array): FileRows {
  const { text, encoding } = decode(bytes);
  const bare = text.replace(/^\uFEFF/, '');
  const first = bare.trimStart()[0];
  const file = first === '[' || first === '{' ? fromJson(bare) : fromCsv(bare);
  if (file.header.length === 0 || file.header.every((h) => h === '')) refuse('file-empty');
  if (file.header.length > MOST_COLUMNS) refuse('too-many-columns', { most: MOST_COLUMNS });
  const twice = file.header.find((h, i) => h !== '' && file.header.indexOf(h) !== i);
  if (twice !== undefined) refuse('column-twice', { column: twice });
  if (file.rows.length > MOST_ROWS) throw new Refusal('too-large', { most: MOST_ROWS });
  return { ...file, encoding };
}

/** Whether days or numbers of a file could be read in more than one way. */
export function questionsOf({ rows, delimiter, format }: FileRows): ('date-order' | 'decimal')[] {
  if (format === 'json') return [];
  const cells = rows.slice(0, 2000).flatMap((r) => r.cells);
  const slashed = cells.flatMap((c) => /^\s*(\d{1,2})[./-](\d{1,2})[./-]\d{4}\b/.exec(c) ?? []);
  const commas = cells.some((c) => /^\s*-?\d+,\d+\s*$/.test(c));
  return [
    ...(slashed.length > 0 ? (['date-order'] as const) : []),
    ...(commas && delimiter !== ',' ? (['decimal'] as const) : []),
  ];
}

/** How days and numbers are most likely meant, from those that can be read in one way only. */
export function guessForms({ rows, delimiter }: FileRows): {
  dateOrder: 'ymd' | 'dmy' | 'mdy';
  decimal: '.' | ',';
} {
  const cells = rows.slice(0, 2000).flatMap((r) => r.cells);
  const slashed = cells.flatMap((c) => {
    const found = /^\s*(\d{1,2})[./-](\d{1,2})[./-]\d{4}\b/.exec(c);
    return found ? [[Number(found[1]), Number(found[2])] as const] : [];
  });
  const dateOrder = slashed.some(([, b]) => b > 12) ? 'mdy' : slashed.length > 0 ? 'dmy' : 'ymd';
  const commas = cells.filter((c) => /^\s*-?\d+,\d+\s*$/.test(c)).length;
  const points = cells.filter((c) => /^\s*-?\d+\.\d+\s*$/.test(c)).length;
  return { dateOrder, decimal: delimiter !== ',' && commas > points ? ',' : '.' };
}
