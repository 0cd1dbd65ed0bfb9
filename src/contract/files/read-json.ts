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

/** Parses text as JSON and checks it against a schema; the first thing wrong is what is told. */
export function readJson<T>(text: string, schema: z.ZodType<T>): Read<T> {
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
