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

/** Characters that move a terminal's cursor, colour it, or turn the direction of text; line ends and tabs do not. */
function isObeyed(code: number): boolean {
  const isControl = (code < 32 && code !== 9 && code !== 10) || (code >= 127 && code <= 159);
  return isControl || (code >= 0x202a && code <= 0x202e) || (code >= 0x2066 && code <= 0x2069);
}

/** Text for a terminal: what it would obey is shown instead. */
export function printable(text: string): string {
  return Array.from(text, (c) => {
    const code = c.charCodeAt(0);
    return isObeyed(code) ? `\\u${code.toString(16).padStart(4, '0')}` : c;
  }).join('');
}
