import type { z } from 'zod';
import { type Read, refuse } from './file-error';

/** Turns a Zod path into the way one would write it: visits[3].windows[0]. */
export function pathText(path: readonly PropertyKey[]): string {
  let out = '';
  for (const key of path) out += typeof key === 'number' ? `[${key}]` : `${out ? '.' : ''}${String(key)}`;
  return out || '(whole file)';
}

function found(value: unknown, path: readonly PropertyKey[]): string {
  let at: unknown = value;
  for (const key of path) at = (at as Record<PropertyKey, unknown> | undefined)?.[key];
  const text = JSON.stringify(at);
  return text === undefined ? 'nothing' : text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

/** Our files are a handful of levels deep; whoever nests further would only exhaust the reader. */
const MOST_DEPTH = 60;

/** The line on which brackets are nested too deeply, or null. Brackets in strings do not count. */
function tooDeepAt(text: string): number | null {
  let depth = 0;
  let line = 1;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === 10) line++;
    else if (inString) {
      if (c === 92) i++;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 91 || c === 123) {
      if (++depth > MOST_DEPTH) return line;
    } else if (c === 93 || c === 125) depth--;
  }
  return null;
}

/** Parses text as JSON and checks it against a schema; the first thing wrong is what is told. */
export function readJson<T>(text: string, schema: z.ZodType<T>): Read<T> {
  const deep = tooDeepAt(text);
  if (deep !== null) return refuse(`line ${deep}`, `nested deeper than ${MOST_DEPTH} levels`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (cause) {
    return refuse(jsonPosition(text, cause), 'this is not JSON');
  }
  const parsed = schema.safeParse(raw);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0];
  if (!issue) return refuse('(whole file)', 'this has the wrong shape');
  return refuse(pathText(issue.path), `${issue.message}; found ${found(raw, issue.path)}`);
}

function jsonPosition(text: string, cause: unknown): string {
  const position = /position (\d+)/.exec(cause instanceof Error ? cause.message : '');
  const before = text.slice(0, position ? Number(position[1]) : text.length);
  return `line ${before.split('\n').length}`;
}
