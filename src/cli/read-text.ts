import { readFileSync } from 'node:fs';
import { UsageError } from './arguments';

/** Text of a file, or a usage error that names it. */
export function readText(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (cause) {
    const code = (cause as NodeJS.ErrnoException).code;
    throw new UsageError(`${path}: cannot be read (${code ?? 'unknown reason'})`);
  }
}
