import { accessSync, constants, readFileSync, statSync } from 'node:fs';
import { dirname } from 'node:path';
import { UsageError } from './arguments';

const codeOf = (cause: unknown): string => (cause as NodeJS.ErrnoException).code ?? 'unknown reason';

/** Text of a file without the mark that some editors put first, or a usage error that names the file. */
export function readText(path: string): string {
  try {
    return readFileSync(path, 'utf8').replace(/^\uFEFF/, '');
  } catch (cause) {
    throw new UsageError(`${path}: cannot be read (${codeOf(cause)})`);
  }
}

/** Refuses a file that could not be written, before anything is done for it. */
export function mustBeWritable(path: string | undefined): void {
  if (path === undefined) return;
  try {
    accessSync(dirname(path), constants.W_OK);
    const stat = statSync(path, { throwIfNoEntry: false });
    if (stat?.isDirectory()) throw Object.assign(new Error(), { code: 'EISDIR' });
    if (stat) accessSync(path, constants.W_OK);
  } catch (cause) {
    throw new UsageError(`${path}: cannot be written (${codeOf(cause)})`);
  }
}

/** Text for a terminal: what would move its cursor or colour it is shown instead of obeyed. */
export function printable(text: string): string {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for
  return text.replace(
    /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g,
    (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}
