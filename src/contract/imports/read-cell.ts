import type { z } from 'zod';
import { type FieldFacts, factsOf } from '../shared/fields';
import { unwrapped } from '../shared/object';
import { readWeeks } from './read-weeks';
import type { ImportSettings } from './settings';

/** How cells are read beside what the file says: today for what holds from no day named, and the zone of times without one. */
export interface CellContext extends Pick<ImportSettings, 'dateOrder' | 'decimal'> {
  readonly today: string;
  /** Instant of a local time in the company's zone, ISO 8601. */
  readonly instantOf: (date: string, minutes: number) => string;
}

/** What a cell came to, or what was expected of it. */
export type ReadCell =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly code: string };
const good = (value: unknown): ReadCell => ({ ok: true, value });
const bad = (code: string): ReadCell => ({ ok: false, code });

/** Facts of a field under its defaults and nulls. */
export function factsUnder(schema: z.ZodType): FieldFacts {
  for (let at: z.ZodType | null = schema; at; at = unwrapped(at)) {
    const facts = factsOf(at);
    if (facts.ref || facts.unit) return facts;
  }
  return {};
}

function bare(schema: z.ZodType): z.ZodType {
  let at = schema;
  for (let next = unwrapped(at); next; next = unwrapped(at)) at = next;
  return at;
}

/** "1.234,5" by a comma, "1,234.5" by a point. */
function readNumber(text: string, decimal: '.' | ','): number | null {
  const group = decimal === ',' ? /[.\s\u00a0']/g : /[,\s\u00a0']/g;
  const plain = text.replace(group, '').replace(decimal, '.');
  return /^[-+]?\d+(\.\d+)?(e[-+]?\d+)?$/i.test(plain) ? Number(plain) : null;
}

/** "90", "1:30", "1 h 30", "90 min": minutes. */
function readMinutes(text: string, decimal: '.' | ','): number | null {
  const clock = /^(\d{1,3})(?::|\s*h\s*)(\d{1,2})?\s*(?:min|m)?$/i.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2] ?? 0);
  return readNumber(text.replace(/\s*(min|minutes|m)$/i, ''), decimal);
}

/** A day by the order that was said; years of four digits only. Null for a day that there is not. */
export function readDate(text: string, order: CellContext['dateOrder']): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const other = /^(\d{1,4})[./\-\s](\d{1,2})[./\-\s](\d{1,4})$/.exec(text);
  const parts = (iso ?? other)?.slice(1).map(Number);
  if (!parts) return null;
  const [a = 0, b = 0, c = 0] = parts;
  const [y, m, d] =
    iso || a > 31 ? [a, b, c] : order === 'mdy' ? [c, a, b] : order === 'dmy' ? [c, b, a] : [a, b, c];
  const at = new Date(Date.UTC(y, m - 1, d));
  // 29 February of a common year would silently become 1 March.
  if (y < 1000 || at.getUTCFullYear() !== y || at.getUTCMonth() !== m - 1 || at.getUTCDate() !== d)
    return null;
  return at.toISOString().slice(0, 10);
}

function readInstant(text: string, context: CellContext): string | null {
  if (/^\d{4}-\d{2}-\d{2}T.*(Z|[+-]\d{2}:?\d{2})$/.test(text)) return text;
  const found = /^(\S+?)(?:[T\s]+(\d{1,2})[:.](\d{2})(?::\d{2})?)?$/.exec(text);
  const date = readDate(found?.[1] ?? '', context.dateOrder);
  const [hour, minute] = [Number(found?.[2] ?? 0), Number(found?.[3] ?? 0)];
  if (date === null || hour > 24 || minute > 59) return null;
  return context.instantOf(date, hour * 60 + minute);
}

const YES = ['true', 'yes', 'y', '1', 'x'];
const NO = ['false', 'no', 'n', '0', '-'];

/** Values that a list's items begin with where a file leaves them out. */
function usual(key: string, context: CellContext): unknown {
  if (key === 'validFrom') return context.today;
  if (key === 'validTo') return null;
  if (key === 'relation') return 'home';
  return undefined;
}

/** "Lifting:3; Network:2:2026-01-01": items by semicolons, their fields in order by colons. */
function readItem(shape: Record<string, z.ZodType>, text: string, context: CellContext): ReadCell {
  // A time of day has a colon of its own; what is split is between fields.
  const cells = text.split(':').map((t) => t.trim());
  const out: Record<string, unknown> = {};
  for (const [i, [key, field]] of Object.entries(shape).entries()) {
    const cell = cells[i] ?? '';
    if (cell === '') {
      const value = usual(key, context);
      if (value !== undefined) out[key] = value;
      continue;
    }
    const read = readCell(field, cell, context);
    if (!read.ok) return read;
    out[key] = read.value;
  }
  return cells.length > Object.keys(shape).length ? bad('list-form') : good(out);
}

function readList(element: z.ZodType, text: string, context: CellContext): ReadCell {
  if (/^\s*[[{]/.test(text)) return readJson(text);
  const items = text
    .split(/[;|]/)
    .map((t) => t.trim())
    .filter((t) => t !== '');
  const shape = 'shape' in element ? (element.shape as Record<string, z.ZodType>) : null;
  const values: unknown[] = [];
  for (const item of items) {
    const read = shape ? readItem(shape, item, context) : readCell(element, item, context);
    if (!read.ok) return read;
    values.push(read.value);
  }
  return good(values);
}

function readJson(text: string): ReadCell {
  try {
    return good(JSON.parse(text));
  } catch {
    return bad('not-json');
  }
}

/**
 * Reads one cell by the field that it is for, in the ways that spreadsheets write. What it comes to is judged by the
 * field's schema afterwards; this only says what cannot be read at all.
 */
export function readCell(schema: z.ZodType, raw: string, context: CellContext): ReadCell {
  const text = raw.trim();
  const shape = bare(schema);
  const { unit } = factsUnder(schema);
  switch (shape.def.type) {
    case 'number': {
      const isMinutes = unit === 'min' || unit === 'min of day';
      const read = isMinutes ? readMinutes(text, context.decimal) : readNumber(text, context.decimal);
      return read === null ? bad('not-number') : good(read);
    }
    case 'boolean': {
      const lower = text.toLowerCase();
      if (YES.includes(lower)) return good(true);
      return NO.includes(lower) ? good(false) : bad('not-boolean');
    }
    case 'array':
      if (unit === 'weeks' && !/^\s*\[/.test(text)) {
        const weeks = readWeeks(text);
        return weeks === null ? bad('weeks-form') : good(weeks);
      }
      return readList((shape as unknown as { element: z.ZodType }).element, text, context);
    case 'object':
    case 'record':
      return readJson(text);
    case 'string': {
      const { format } = shape.def as { format?: string };
      if (format === 'date') {
        const date = readDate(text, context.dateOrder);
        return date === null ? bad('format-date') : good(date);
      }
      if (format === 'datetime') {
        const at = readInstant(text, context);
        return at === null ? bad('format-datetime') : good(at);
      }
      return good(raw);
    }
    default:
      return good(text);
  }
}
